/** A departure's clock set going again. */
import { eventOf, followsReaders, leavesOnceHeld } from '#core/plan/kinds/registry';
import { resolvePlan } from '#core/plan/moments';
import { quietUntil } from '#core/hold/quietHours';
import type { Departure } from '#store/departures';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { Refused } from '../errors';
import { whyNotBy } from '../events/boundPlan';
import { isTooLate, latestLeaves } from '../release/lateStarts';
import { applyEvent } from './applyEvent';
import { newLife } from './newLife';

/** The moment its plan names, epoch ms; of one that goes by the reader's clock, or an event, the one it was given. */
const plannedMoment = ({ plan, meant }: Departure): number =>
  followsReaders(plan) || eventOf(plan) ? meant : resolvePlan(plan, { now: 0, hold: { ms: 0 } }).at;

/** When a hold that goes on ends. What quiet hours hold has a moment of the day, not a length. */
function holdEnd(desk: Desk, tx: Tx, seen: Departure, now: number): number {
  const { holdSeconds, quietHours, zone } = desk.settings(tx);
  const quiet = seen.heldBy?.quiet ?? null;
  if (quiet !== null) return quiet > now ? quiet : now + holdSeconds * 1000;
  const held = now + (seen.holdLeft ?? holdSeconds * 1000);
  // One that was looked at in quiet hours leaves when they end, as any other sent in them.
  const until = seen.pausedFor === 'review' ? quietUntil(now, quietHours, zone) : null;
  return Math.max(held, until ?? held);
}

/**
 * Sets a paused departure going again: a hold runs on with what was left of it, anything else leaves at its
 * moment. Where that has passed, it depends: `ask` refuses, so that the person chooses; `hold again` gives it one
 * more hold, unless it is too late for that as well.
 * @throws Refused
 */
export function goOn(
  desk: Desk,
  tx: Tx,
  seen: Departure,
  now: number,
  passed: 'ask' | 'hold again',
): Departure {
  const stop = whyNotBy(desk, tx, seen.plan, now);
  if (stop) {
    if (passed === 'ask') throw new Refused(stop);
    return applyEvent(tx, seen, 'pause', now, { pausedFor: 'review', reason: stop });
  }
  if (seen.attempts === 0 && (seen.holdLeft !== null || leavesOnceHeld(seen.plan))) {
    const due = holdEnd(desk, tx, seen, now);
    // A hold meant for now moves with its clock; one given after a moment that passed does not change what was meant.
    return applyEvent(tx, seen, 'hold-again', now, leavesOnceHeld(seen.plan) ? { meant: due, due } : { due });
  }
  // One that has been tried goes on trying.
  if (seen.attempts > 0)
    return applyEvent(tx, seen, 'resume', now, { ...newLife(tx, seen), due: Math.max(now, seen.due) });
  const moment = leavesOnceHeld(seen.plan) ? seen.due : plannedMoment(seen);
  if (moment > now) return applyEvent(tx, seen, 'resume', now, { meant: moment, due: moment, reason: null });
  if (passed === 'ask')
    throw new Refused('Its moment has passed meanwhile. Choose another one, or let it go now.');
  if (isTooLate(latestLeaves(desk, tx, [seen]).get(seen.id)!, seen.due, now))
    return applyEvent(tx, seen, 'left-open', now, { pausedFor: 'late' });
  return applyEvent(tx, seen, 'hold-again', now, { due: now + desk.settings(tx).holdSeconds * 1000 });
}
