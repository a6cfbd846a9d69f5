/** What a person can do to one departure: another moment, let it go now, take it back, try it again. */
import { leavesOnceHeld, letGoAt } from '#core/plan/kinds/registry';
import type { Choices, Plan } from '#core/plan/plan';
import { transition } from '#core/departure/states';
import { departuresOf, findDeparture, swapDeparture, type Departure } from '#store/departures';
import { setDeliveries } from '#store/deliveries';
import { noteChange } from '#store/journal';
import { setDiffers } from '#store/series';
import { findMessage } from '#store/messages';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { NotFound, Refused, Stale } from '../errors';
import { checkFilled } from '../fields/checkFilled';
import { committableMoment, keptPlan, pauseForReview } from './planDepartures';
import { receivers } from '../messages/envelope';
import { doneWithReview } from '../series/reviewOccurrences';
import { applyEvent } from './applyEvent';
import { newLife } from './newLife';
import { goOn } from './resume';
import { holdLeft } from './holdLeft';
import { settleArrived } from './settleByEvidence';

/** What somebody has changed of a series is theirs: the series leaves it as it is. */
function keptApart(tx: Tx, changed: Departure): Departure {
  if (changed.seriesId === null || changed.differs) return changed;
  setDiffers(tx, [changed.id], true);
  return { ...changed, differs: true };
}

/**
 * Reads, changes and answers in one transaction; a revision that is not the one there is told last.
 * @param becomes of a series it is its own by that, unless it is put back as it was
 */
export function change(
  desk: Desk,
  id: string,
  revision: number | undefined,
  work: (tx: Tx, seen: Departure, now: number) => Departure,
  becomes: 'its own' | 'as it was' = 'its own',
) {
  return desk.store.write((tx) => {
    const seen = findDeparture(tx, id);
    if (!seen) throw new NotFound('There is no such departure.');
    const done = work(tx, seen, desk.now(tx));
    const changed = becomes === 'its own' ? keptApart(tx, done) : done;
    // Only now: that it has left says more than that it has changed.
    if (revision !== undefined && revision !== seen.revision) throw new Stale('departure');
    return changed;
  });
}

/** Changes what is chosen beside its moment, which stays. */
function choose(tx: Tx, seen: Departure, chosen: Partial<Departure>): Departure {
  const move = transition(seen.state, 'move');
  if (!move.ok) throw new Refused(move.why);
  const next = swapDeparture(tx, seen, chosen);
  if (!next) throw new Stale('departure');
  noteChange(tx, 'departure', seen.id);
  return next;
}

export interface MoveRequest extends Partial<Pick<Choices, 'ifTheyWriteFirst' | 'ifOff'>> {
  plan?: Plan;
  /** Of several copies of one message. */
  copies?: 'this' | 'all';
  /** One that stands still is set going with its new moment; else it is moved and stands still as before. */
  goOn?: boolean;
}

/**
 * Gives it another plan; with `copies: 'all'` to every copy of its message that can still be moved. What stands still
 * does so as before, unless it is to go on with that; one that is being edited until its editor closes it.
 * @throws NotFound, Stale, Invalid; Refused where it has left or is leaving
 */
export function moveDeparture(
  desk: Desk,
  id: string,
  plan: Plan | undefined,
  revision?: number,
  more: Omit<MoveRequest, 'plan'> = {},
): Departure {
  return change(desk, id, revision, (tx, seen, now) => {
    const { copies = 'this', goOn: goes = false, ifTheyWriteFirst, ifOff } = more;
    const kept = plan && keptPlan(desk, tx, plan);
    const chosen = {
      ...(ifTheyWriteFirst && { ifTheyWriteFirst }),
      ...(ifOff && { ifOff: ifOff.kind === 'their-day' ? null : ifOff }),
    };
    const moveOne = (each: Departure): Departure => {
      if (!kept) return choose(tx, each, chosen);
      const { at, heldBy, review } = committableMoment(desk, tx, kept, each.messageId, each.reader);
      const patch = { ...chosen, ...newLife(tx, each), plan: kept, meant: at, due: at, heldBy };
      if (each.state === 'paused' && (each.pausedFor === 'editing' || !goes)) {
        const left = leavesOnceHeld(kept) ? at - now : null;
        return applyEvent(tx, each, 'replan', now, { ...patch, reason: each.reason, holdLeft: left });
      }
      // Now means held, as at the first time.
      const event = each.state === 'paused' && leavesOnceHeld(kept) ? 'hold-again' : 'move';
      const moved = applyEvent(tx, each, event, now, patch);
      return review ? pauseForReview(tx, moved, now) : moved;
    };
    if (copies === 'all' && seen.reader !== null)
      for (const each of departuresOf(tx, seen.messageId))
        if (each.id !== id && transition(each.state, 'move').ok) moveOne(each);
    return moveOne(seen);
  });
}

/**
 * Lets it go now, without waiting for its moment.
 * @throws NotFound; Refused where it has left or is leaving
 */
export function releaseNow(desk: Desk, id: string, revision?: number): Departure {
  return change(desk, id, revision, (tx, seen, now) => {
    // Whoever lets it go now does so also where its event has begun.
    const plan = letGoAt(seen.plan, now, desk.settings(tx).zone);
    return applyEvent(tx, seen, 'hurry', now, { ...newLife(tx, seen), plan, due: now });
  });
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
 * @throws NotFound, Stale; Invalid where a field it has is not known of its reader; Refused where it is not paused, or where its moment has passed meanwhile
 */
export function resumeDeparture(desk: Desk, id: string, revision?: number): Departure {
  return change(desk, id, revision, (tx, seen, now) => {
    if (seen.state !== 'paused') throw new Refused('It is not paused.');
    // It may have been changed and left like that: it would only stop once more.
    if (seen.attempts === 0) checkFilled(desk, tx, findMessage(tx, seen.messageId)!, [seen]);
    return goOn(desk, tx, seen, now, 'ask');
  });
}

/**
 * Lets one go on that was to be looked at first.
 * @throws NotFound, Stale; Refused where it does not wait for a look
 */
export function approveDeparture(desk: Desk, id: string, revision?: number): Departure {
  return change(desk, id, revision, (tx, seen, now) => {
    if (seen.state !== 'paused' || seen.pausedFor !== 'review')
      throw new Refused('It does not wait for a look.');
    doneWithReview(tx, seen.messageId);
    // Of what repeats it is known when it was to leave: it was this look that it waited for.
    if (seen.seriesId !== null && seen.meant <= now)
      return applyEvent(tx, seen, 'resume', now, { due: now, reason: null });
    return goOn(desk, tx, seen, now, 'ask');
  });
}

/**
 * Tries a failed one again, to all its recipients, at once.
 * @throws NotFound; Refused where it has not failed
 */
export function retryDeparture(desk: Desk, id: string, revision?: number): Departure {
  return change(desk, id, revision, (tx, seen, now) => {
    const next = applyEvent(tx, seen, 'retry', now, { ...newLife(tx, seen), due: now });
    const all = receivers(tx, seen.messageId).map((each) => each.address);
    setDeliveries(tx, id, seen.reader ? [seen.reader] : all);
    return next;
  });
}

/**
 * Says what became of an unconfirmed one: it arrived, or it did not and is sent again.
 * @throws NotFound; Refused where nothing is in doubt
 */
export function settleDeparture(desk: Desk, id: string, arrived: boolean, revision?: number): Departure {
  return change(desk, id, revision, (tx, seen, now) => {
    if (arrived) return settleArrived(desk, tx, seen, now, 'by me');
    return applyEvent(tx, seen, 'settle-lost', now, { due: now, stage: null, reason: null }, 'by me');
  });
}
