/** What a person can do to one departure: another moment, let it go now, take it back, try it again. */
import type { Plan } from '../../core/plan/plan';
import {
  deliveriesOf,
  findDeparture,
  recordOutcomes,
  setDeliveries,
  thaw,
  type Departure,
} from '../../store/departures';
import { noteChange } from '../../store/journal';
import { findMessage, swapMessage } from '../../store/messages';
import type { Tx } from '../../store/store';
import type { Desk } from '../desk';
import { NotFound, Stale } from '../errors';
import { committablePlan } from '../messages/scheduleMessage';
import { receivers } from '../messages/envelope';
import { applyEvent } from './applyEvent';

function change(
  desk: Desk,
  id: string,
  revision: number | undefined,
  work: (tx: Tx, seen: Departure, now: number) => Departure,
) {
  return desk.store.write((tx) => {
    const seen = findDeparture(tx, id);
    if (!seen) throw new NotFound('There is no such departure.');
    if (revision !== undefined && revision !== seen.revision) throw new Stale('departure');
    return work(tx, seen, desk.now(tx));
  });
}

/**
 * Gives it another plan.
 * @throws NotFound, Stale, Invalid; Refused where it has left or is leaving
 */
export function moveDeparture(desk: Desk, id: string, plan: Plan, revision?: number): Departure {
  return change(desk, id, revision, (tx, seen, now) => {
    const { plan: kept, at } = committablePlan(plan, now, desk.settings(tx).holdSeconds);
    return applyEvent(tx, seen, 'move', now, { plan: kept, meant: at, due: at, reason: null });
  });
}

/**
 * Lets it go now, without waiting for its moment.
 * @throws NotFound; Refused where it has left or is leaving
 */
export function releaseNow(desk: Desk, id: string): Departure {
  return change(desk, id, undefined, (tx, seen, now) =>
    applyEvent(tx, seen, 'hurry', now, { due: now, reason: null }),
  );
}

/**
 * Takes it back: the message is a draft again, whole.
 * @throws NotFound; Refused, saying so plainly, where it has left or is leaving
 */
export function takeBack(desk: Desk, id: string): Departure {
  return change(desk, id, undefined, (tx, seen, now) => {
    const next = applyEvent(tx, seen, 'take-back', now, {
      attempts: 0,
      firstAttemptAt: null,
      stage: null,
      reason: null,
    });
    thaw(tx, id);
    const message = findMessage(tx, seen.messageId)!;
    if (!swapMessage(tx, message, { at: now })) throw new Stale('message');
    noteChange(tx, 'message', seen.messageId);
    return next;
  });
}

/**
 * Tries a failed one again, to all its recipients, at once.
 * @throws NotFound; Refused where it has not failed
 */
export function retryDeparture(desk: Desk, id: string): Departure {
  return change(desk, id, undefined, (tx, seen, now) => {
    const patch = { due: now, attempts: 0, firstAttemptAt: null, stage: null, reason: null };
    const next = applyEvent(tx, seen, 'retry', now, patch);
    thaw(tx, id);
    setDeliveries(
      tx,
      id,
      receivers(tx, seen.messageId).map((each) => each.address),
    );
    return next;
  });
}

/**
 * Says what became of an unconfirmed one: it arrived, or it did not and is sent again.
 * @throws NotFound; Refused where nothing is in doubt
 */
export function settleDeparture(desk: Desk, id: string, arrived: boolean): Departure {
  return change(desk, id, undefined, (tx, seen, now) => {
    if (!arrived) return applyEvent(tx, seen, 'settle-lost', now, { due: now, reason: null }, 'by me');
    const leftAt = seen.firstAttemptAt ?? now;
    const next = applyEvent(tx, seen, 'settle-arrived', now, { leftAt, reason: null }, 'by me');
    const waiting = deliveriesOf(tx, [id]).filter((delivery) => delivery.status !== 'refused');
    recordOutcomes(
      tx,
      id,
      waiting.map(({ address }) => ({ address, status: 'accepted', answer: '' })),
    );
    return next;
  });
}
