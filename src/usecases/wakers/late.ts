import { LATE_FROM } from '#core/departure/lateness';
import { findDeparture, type Departure } from '#store/departures';
import { untriedDue } from '#store/dueDepartures';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { applyEvent } from '../departures/applyEvent';
import { isTooLate, latestLeaves } from '../release/lateStarts';
import type { Waker } from './waker';

const tooLate = (desk: Desk, db: Reading, late: readonly Departure[], now: number): Departure[] => {
  const latest = latestLeaves(desk, db, late);
  return late.filter(({ id, due }) => isTooLate(latest.get(id)!, due, now));
};

/** As it is found out for all at once; one that cannot be is due, and fails by itself. */
function findTooLate(desk: Desk, db: Reading, late: readonly Departure[], now: number): Departure[] {
  try {
    return tooLate(desk, db, late, now);
  } catch (error) {
    if (late.length === 1) return [...late];
    if (late.length === 0) throw error;
    return late.flatMap((each) => findTooLate(desk, db, [each], now));
  }
}

/**
 * Departures whose moment passed while nothing was running pause and ask where it is too late for them by now. What merely
 * waits its turn while all is at work is not late, however long it takes.
 * @param since nothing was running until then, epoch ms: what was due before is what it is about
 */
export const lateWaker = (since: () => number): Waker => ({
  name: 'late',
  fails: 'whether a message is too late to leave cannot be told, so it stays',
  clock: 'desk',
  // They are due at a start, or after a sleep; nothing becomes late while all is at work.
  next: () => null,
  due(desk, db, now, limit) {
    const late = untriedDue(db, Math.min(since(), now - LATE_FROM), limit);
    return findTooLate(desk, db, late, now).map(({ id, due }) => ({ id, at: due }));
  },
  act(desk, tx, id, now) {
    const seen = findDeparture(tx, id);
    if (seen && tooLate(desk, tx, [seen], now).length > 0)
      applyEvent(tx, seen, 'too-late', now, { pausedFor: 'late' });
  },
});
