/** What is due, and when the next thing will be. */
import {
  countDueBy,
  dueDepartures,
  nextDepartureDue,
  nextUntried,
  untriedDue,
  type Departure,
} from '../../store/departures';
import { loadTrouble } from '../../store/mailServer';
import { applyEvent } from '../departures/applyEvent';
import type { Desk } from '../desk';
import { nextBack } from '../incoming/bringBack';
import type { Resting } from '../incoming/resting';
import { isBeingTried } from './serverTrouble';

/** The earlier of two moments, either of which may be missing. */
export function earlier(a: number | null, b: number | null): number | null {
  if (a === null || b === null) return a ?? b;
  return Math.min(a, b);
}

function nextRelease(desk: Desk): number | null {
  const { db } = desk.store;
  const next = nextDepartureDue(db);
  const trouble = loadTrouble(db);
  if (next === null || !trouble) return next;
  // Those already told wait together for the next try; others are told at their moment.
  return earlier(nextUntried(db), Math.max(next, trouble.nextTry));
}

/**
 * The earliest moment at which the engine has something to do, epoch ms; null where nothing is planned.
 * @param resting what failed lately, and is left out
 * @param releasing false where there is no mail server: then departures wait for one, whatever their moment
 */
export function nextDue(desk: Desk, releasing: boolean, resting?: Resting): number | null {
  return earlier(releasing ? nextRelease(desk) : null, nextBack(desk, resting));
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

/**
 * Tells departures whose moment has come while the mail server cannot be reached that they wait for it.
 * @returns how many there were
 */
export function holdBackQueue(desk: Desk): number {
  if (!loadTrouble(desk.store.db)) return 0;
  const now = desk.now();
  if (untriedDue(desk.store.db, now, 1).length === 0) return 0;
  return desk.store.write((tx) => {
    const due = untriedDue(tx, now);
    for (const departure of due) applyEvent(tx, departure, 'server-down', now, { firstAttemptAt: now });
    return due.length;
  });
}
