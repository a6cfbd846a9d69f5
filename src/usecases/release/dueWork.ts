/** What is due to be released through one account, and when the next will be. */
import { loadTrouble } from '#store/accounts';
import type { Departure } from '#store/departures';
import { countLeftSince, dueDepartures, nextDepartureDue } from '#store/dueDepartures';
import type { Desk } from '../desk';
import type { Way } from './mailServer';
import { isBeingTried } from './serverTrouble';

type Account = Pick<Way, 'id' | 'names'>;

/** The earlier of two moments, either of which may be missing. */
export function earlier(a: number | null, b: number | null): number | null {
  if (a === null || b === null) return a ?? b;
  return Math.min(a, b);
}

/**
 * The earliest moment at which a departure is to be released, epoch ms; null where none is planned. While the mail server
 * cannot be reached all wait together for the next try.
 */
export function nextRelease(desk: Desk, { id, names }: Account): number | null {
  const { db } = desk.store;
  const next = nextDepartureDue(db, names);
  const trouble = loadTrouble(db, id);
  return next !== null && trouble ? Math.max(next, trouble.nextTry) : next;
}

/** True while its server cannot be reached, and all wait for the one that tries. */
export const isHeldUp = (desk: Desk, { id }: Account): boolean =>
  loadTrouble(desk.store.db, id) !== undefined;

/**
 * Departures to be released by now, in due order, at most `limit`. While the mail server cannot be reached that is
 * none, or, when it is time to try it again, the one that tries for all.
 */
export function dueNow(desk: Desk, { id, names }: Account, limit: number): Pick<Departure, 'id' | 'due'>[] {
  const { db } = desk.store;
  const now = desk.now();
  const trouble = loadTrouble(db, id);
  if (!trouble) return dueDepartures(db, names, now, limit);
  // One that is on its way already is the one that tries: a second beside it would learn the same.
  return trouble.nextTry <= now && !isBeingTried(trouble) ? dueDepartures(db, names, now, 1) : [];
}

/** What will be due by a moment, in due order, at most `limit`. */
export const dueSoon = (
  desk: Desk,
  { names }: Account,
  by: number,
  limit: number,
): Pick<Departure, 'id' | 'due'>[] => dueDepartures(desk.store.db, names, by, limit);

/** How many have left through it since a moment. */
export const leftSince = (desk: Desk, { names }: Account, since: number): number =>
  countLeftSince(desk.store.db, names, since);
