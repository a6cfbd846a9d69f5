/** What is due to be released, and when the next will be. */
import type { Departure } from '#store/departures';
import { countDueBy, dueDepartures, nextDepartureDue } from '#store/dueDepartures';
import { loadTrouble } from '#store/mailServer';
import type { Desk } from '../desk';
import { isBeingTried } from './serverTrouble';

/** The earlier of two moments, either of which may be missing. */
export function earlier(a: number | null, b: number | null): number | null {
  if (a === null || b === null) return a ?? b;
  return Math.min(a, b);
}

/**
 * The earliest moment at which a departure is to be released, epoch ms; null where none is planned. While the mail server
 * cannot be reached all wait together for the next try.
 */
export function nextRelease(desk: Desk): number | null {
  const { db } = desk.store;
  const next = nextDepartureDue(db);
  const trouble = loadTrouble(db);
  return next !== null && trouble ? Math.max(next, trouble.nextTry) : next;
}

/**
 * Departures to be released by now, in due order, at most `limit`. While the mail server cannot be reached that is
 * none, or, when it is time to try it again, the one that tries for all.
 */
export function dueNow(desk: Desk, limit: number): Pick<Departure, 'id' | 'due'>[] {
  const { db } = desk.store;
  const now = desk.now();
  const trouble = loadTrouble(db);
  if (!trouble) return dueDepartures(db, now, limit);
  // One that is on its way already is the one that tries: a second beside it would learn the same.
  return trouble.nextTry <= now && !isBeingTried(trouble) ? dueDepartures(db, now, 1) : [];
}

/** How many will be due by a moment, counted up to `limit`. */
export function dueSoon(desk: Desk, by: number, limit: number): number {
  return countDueBy(desk.store.db, by, limit);
}
