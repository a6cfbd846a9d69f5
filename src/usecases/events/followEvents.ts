/** What leaves before or after an event moves with it; where that is cancelled it stops and asks, or becomes a draft. */
import { eventOf, kindOf } from '#core/plan/kinds/registry';
import type { SeriesPlan } from '#core/plan/kinds/series/plan';
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
import { seriesOfEvents, swapSeries, type SeriesRow } from '#store/series';
import type { Tx } from '#store/store';
import { applyEvent } from '../departures/applyEvent';
import { moveDeparture } from '../departures/changeDeparture';
import { keptPlan } from '../departures/planDepartures';
import { momentFor } from '../departures/momentFor';
import { takeBack } from '../departures/takeBack';
import type { Desk } from '../desk';
import { Invalid, Refused } from '../errors';
import { canMove } from '../occasions/aroundPlan';
import { scheduleMessage } from '../messages/scheduleMessage';
import { readersAt } from '../people/readers';
import { fitSeries, makeAnew } from '../series/fitSeries';
import { boundTo, cancelledWords } from './boundPlan';

/** Why one has stopped, or is a draft, that goes on where the event does. */
const STOPPED = /^“.*” (?:is cancelled|has moved: its moment is past)\.$/s;

/** The plan’s moment for its reader, or for all. */
function momentOf(desk: Desk, tx: Tx, plan: Plan, { reader }: Departure): number {
  const [known] = reader ? readersAt(desk, tx, [{ name: '', address: reader }]) : [];
  return momentFor(desk, tx, plan, known);
}

/** What an event that has moved makes of a departure. */
type Moved = Partial<Pick<Departure, 'plan' | 'meant' | 'due'>>;

/** It does not leave as things are, and says why. */
function stop(tx: Tx, seen: Departure, now: number, reason: string, moved: Moved = {}): void {
  if (seen.state === 'failed') return;
  if (seen.state === 'paused') {
    // What somebody stopped for another reason stays stopped for that; what is being edited asks when it is closed.
    if (seen.pausedFor !== 'review') {
      if (!swapDeparture(tx, seen, moved)) return;
      noteChange(tx, 'departure', seen.id);
      return;
    }
    applyEvent(tx, seen, 'replan', now, { ...moved, reason, pausedFor: 'review' }, reason);
    return;
  }
  applyEvent(tx, seen, 'pause', now, { ...moved, pausedFor: 'review', reason });
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
  // What nobody has touched of a series is made anew with that.
  if (!canMove(seen) || (seen.seriesId !== null && !seen.differs)) return;
  if (!alive) {
    gone(desk, tx, seen, now);
    return;
  }
  const at = momentOf(desk, tx, bound.plan, seen);
  if (seen.state === 'failed') {
    // Whether it is tried again is for somebody to say.
    if (swapDeparture(tx, seen, { plan: bound.plan })) noteChange(tx, 'departure', id);
    return;
  }
  if (at < now) {
    // A mere change of words is no reason to stop what is about to leave, or late.
    if (at !== seen.meant)
      stop(tx, seen, now, `“${bound.time.row.summary}” has moved: its moment is past.`, {
        plan: bound.plan,
        meant: at,
        due: at,
      });
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

/** A series around an event says what that is by now; it stands still while the event is cancelled. */
function followSeries(desk: Desk, tx: Tx, seen: SeriesRow): void {
  if (seen.state === 'ended') return;
  const { around } = seen.plan;
  const known = aliveOrNot(desk, tx, seen.plan);
  if (!known) {
    if (seen.state !== 'active') return;
    const stopped = swapSeries(tx, seen, {
      state: 'paused',
      plan: { ...seen.plan, around: { ...around!, stopped: true } },
    });
    if (stopped) fitSeries(desk, tx, stopped.id);
    return;
  }
  const { stopped: _stopped, ...going } = known.around!;
  const plan = { ...known, around: going };
  const goesOn = around!.stopped && seen.state === 'paused';
  if (!goesOn && JSON.stringify(plan) === JSON.stringify(seen.plan)) return;
  const next = swapSeries(tx, seen, {
    plan,
    ...(goesOn && { state: 'active' as const, madeUntil: desk.now(tx) }),
  });
  if (next) makeAnew(desk, tx, next.id);
}

/** The plan by its event as that is now; undefined where that is no more. */
function aliveOrNot(desk: Desk, tx: Tx, plan: SeriesPlan): SeriesPlan | undefined {
  try {
    return keptPlan(desk, tx, plan) as SeriesPlan;
  } catch (error) {
    if (error instanceof Invalid) return undefined;
    throw error;
  }
}

/** @param changed events, or what stands for their occurrences, as they were or are */
export function followEvents(desk: Desk, tx: Tx, changed: readonly EventRow[]): void {
  const ids = new Set(changed.flatMap(({ id, masterId }) => (masterId === null ? [id] : [id, masterId])));
  if (ids.size === 0) return;
  const now = desk.now(tx);
  for (const each of seriesOfEvents(tx, [...ids])) followSeries(desk, tx, each);
  for (const { id } of departuresOfEvents(tx, [...ids])) followOne(desk, tx, id, now);
}
