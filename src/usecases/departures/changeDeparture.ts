/** What a person can do to one departure: another moment, let it go now, take it back, try it again. */
import type { Plan } from '../../core/plan/plan';
import { findDeparture, setDeliveries, thaw, type Departure } from '../../store/departures';
import { noteChange } from '../../store/journal';
import { findMessage, swapMessage } from '../../store/messages';
import type { Tx } from '../../store/store';
import type { Desk } from '../desk';
import { NotFound, Refused, Stale } from '../errors';
import { committablePlan } from '../messages/scheduleMessage';
import { receivers } from '../messages/envelope';
import { applyEvent } from './applyEvent';
import { goOn, holdLeft } from './pause';
import { settleArrived } from './settleByEvidence';

function change(
  desk: Desk,
  id: string,
  revision: number | undefined,
  work: (tx: Tx, seen: Departure, now: number) => Departure,
) {
  return desk.store.write((tx) => {
    const seen = findDeparture(tx, id);
    if (!seen) throw new NotFound('There is no such departure.');
    const changed = work(tx, seen, desk.now(tx));
    // Only now: that it has left says more than that it has changed.
    if (revision !== undefined && revision !== seen.revision) throw new Stale('departure');
    return changed;
  });
}

/**
 * Gives it another plan. One that is being edited stays stopped until its editor closes it; one paused for any
 * other reason goes on with the new plan.
 * @throws NotFound, Stale, Invalid; Refused where it has left or is leaving
 */
export function moveDeparture(desk: Desk, id: string, plan: Plan, revision?: number): Departure {
  return change(desk, id, revision, (tx, seen, now) => {
    const { plan: kept, at } = committablePlan(plan, now, desk.settings(tx).holdSeconds);
    if (seen.state === 'paused' && seen.pausedFor === 'editing') {
      const patch = { plan: kept, meant: at, due: at, reason: null, holdLeft: null };
      return applyEvent(tx, seen, 'replan', now, patch);
    }
    // Now means held, as at the first time.
    if (seen.state === 'paused' && plan.kind === 'now')
      return applyEvent(tx, seen, 'hold-again', now, { plan: kept, meant: at, due: at, reason: null });
    return applyEvent(tx, seen, 'move', now, { plan: kept, meant: at, due: at, reason: null });
  });
}

/**
 * Lets it go now, without waiting for its moment.
 * @throws NotFound; Refused where it has left or is leaving
 */
export function releaseNow(desk: Desk, id: string, revision?: number): Departure {
  return change(desk, id, revision, (tx, seen, now) =>
    applyEvent(tx, seen, 'hurry', now, { due: now, reason: null }),
  );
}

/**
 * Stops its clock until the person says otherwise.
 * @throws NotFound, Stale; Refused where it has left or is leaving
 */
export function pauseDeparture(desk: Desk, id: string, revision?: number): Departure {
  return change(desk, id, revision, (tx, seen, now) => {
    const left = seen.state === 'held' ? { holdLeft: holdLeft(seen, now) } : {};
    return applyEvent(tx, seen, 'pause', now, { pausedFor: 'me', ...left });
  });
}

/**
 * Sets its clock going again.
 * @throws NotFound, Stale; Refused where it is not paused, or where its moment has passed meanwhile
 */
export function resumeDeparture(desk: Desk, id: string, revision?: number): Departure {
  return change(desk, id, revision, (tx, seen, now) => {
    if (seen.state !== 'paused') throw new Refused('It is not paused.');
    return goOn(desk, tx, seen, now, 'ask');
  });
}

/**
 * Takes it back: the message is a draft again, whole.
 * @throws NotFound; Refused, saying so plainly, where it has left or is leaving
 */
export function takeBack(desk: Desk, id: string, revision?: number): Departure {
  return change(desk, id, revision, (tx, seen, now) => {
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
export function retryDeparture(desk: Desk, id: string, revision?: number): Departure {
  return change(desk, id, revision, (tx, seen, now) => {
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
export function settleDeparture(desk: Desk, id: string, arrived: boolean, revision?: number): Departure {
  return change(desk, id, revision, (tx, seen, now) => {
    if (arrived) return settleArrived(tx, seen, now, 'by me');
    return applyEvent(tx, seen, 'settle-lost', now, { due: now, stage: null, reason: null }, 'by me');
  });
}
