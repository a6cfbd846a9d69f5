/** What leaves before or after an event moves with it; where that is cancelled it stops and asks, or becomes a draft. */
import { eventOf, kindOf } from '#core/plan/kinds/registry';
import { resolvePlan } from '#core/plan/moments';
import type { Plan } from '#core/plan/plan';
import {
  departuresOf,
  departuresOfEvents,
  findDeparture,
  swapDeparture,
  type Departure,
} from '#store/departures';
import type { EventRow } from '#store/events';
import { noteChange } from '#store/journal';
import { findMessage } from '#store/messages';
import type { Tx } from '#store/store';
import { applyEvent } from '../departures/applyEvent';
import { moveDeparture } from '../departures/changeDeparture';
import { takeBack } from '../departures/takeBack';
import type { Desk } from '../desk';
import { Invalid, Refused } from '../errors';
import { inWords } from '../inWords';
import { canMove } from '../occasions/aroundPlan';
import { scheduleMessage } from '../messages/scheduleMessage';
import { readersAt } from '../people/readers';
import { boundTo, cancelledWords, mineFor } from './boundPlan';

/** Why one has stopped, or is a draft, that goes on where the event does. */
const STOPPED = /^“.*” (?:is cancelled|has moved: its moment is past)\.$/s;

/** The plan’s moment for its reader, or for all. */
function momentOf(desk: Desk, tx: Tx, plan: Plan, { reader }: Departure): number {
  const [known] = reader ? readersAt(desk, tx, [{ name: '', address: reader }]) : [];
  const context = { now: desk.now(tx), hold: { ms: 0 }, ...mineFor(desk, tx, plan), reader: known?.working };
  return inWords(() => resolvePlan(plan, context, known?.zone)).at;
}

/** It does not leave as things are, and says why. */
function stop(tx: Tx, seen: Departure, now: number, reason: string, plan = seen.plan): void {
  if (seen.state === 'failed') return;
  if (seen.state === 'paused') {
    // What somebody stopped for another reason stays stopped for that; what is being edited asks when it is closed.
    if (seen.pausedFor !== 'review') {
      if (!swapDeparture(tx, seen, { plan })) return;
      noteChange(tx, 'departure', seen.id);
      return;
    }
    applyEvent(tx, seen, 'replan', now, { plan, reason, pausedFor: 'review' }, reason);
    return;
  }
  applyEvent(tx, seen, 'pause', now, { plan, pausedFor: 'review', reason });
}

function gone(desk: Desk, tx: Tx, seen: Departure, now: number): void {
  const { event } = kindOf(seen.plan);
  const reason = cancelledWords(event!.summary(seen.plan));
  if (event!.ifCancelled(seen.plan) === 'ask' || seen.state === 'failed') return stop(tx, seen, now, reason);
  takeBack(desk, seen.id, undefined, 'all');
  const home = findDeparture(tx, seen.id)!.messageId;
  for (const each of departuresOf(tx, home)) if (each.state === 'draft') swapDeparture(tx, each, { reason });
}

/** Dropped with its event, a draft leaves again with that, where nobody has meant it otherwise since. */
function leaveAgain(desk: Desk, tx: Tx, { messageId, plan }: Departure, bound: Plan): void {
  const message = findMessage(tx, messageId);
  const meant = message?.plan && eventOf(message.plan);
  if (!message || message.deletedAt !== null || meant?.id !== eventOf(plan)?.id) return;
  try {
    scheduleMessage(desk, messageId, bound, undefined, message.choices ?? {});
  } catch (error) {
    // Then it stays a draft, as any that cannot leave.
    if (!(error instanceof Invalid || error instanceof Refused)) throw error;
  }
}

function followOne(desk: Desk, tx: Tx, id: string, now: number): void {
  const seen = findDeparture(tx, id)!;
  const bound = boundTo(desk, tx, seen.plan);
  const alive = bound && !bound.time.cancelled;
  const wasStopped = seen.reason !== null && STOPPED.test(seen.reason);
  if (seen.state === 'draft') {
    if (alive && wasStopped) leaveAgain(desk, tx, seen, bound.plan);
    return;
  }
  if (!canMove(seen)) return;
  if (!alive) {
    gone(desk, tx, seen, now);
    return;
  }
  const at = momentOf(desk, tx, bound.plan, seen);
  if (at < now) {
    // A mere change of words is no reason to stop what is about to leave, or late.
    if (at !== seen.meant)
      stop(tx, seen, now, `“${bound.time.row.summary}” has moved: its moment is past.`, bound.plan);
    return;
  }
  if (at === seen.meant && !wasStopped) {
    if (JSON.stringify(bound.plan) === JSON.stringify(seen.plan)) return;
    if (swapDeparture(tx, seen, { plan: bound.plan })) noteChange(tx, 'departure', id);
    return;
  }
  const goOn = seen.state === 'paused' && seen.pausedFor === 'review' && wasStopped;
  moveDeparture(desk, id, bound.plan, undefined, { goOn });
}

/** @param changed events, or what stands for their occurrences, as they were or are */
export function followEvents(desk: Desk, tx: Tx, changed: readonly EventRow[]): void {
  const ids = new Set(changed.flatMap(({ id, masterId }) => (masterId === null ? [id] : [id, masterId])));
  if (ids.size === 0) return;
  const now = desk.now(tx);
  for (const { id } of departuresOfEvents(tx, [...ids])) followOne(desk, tx, id, now);
}
