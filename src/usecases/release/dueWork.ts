/** What is due, and when the next thing will be. */
import { dueDepartures, nextDepartureDue } from '../../store/departures';
import { nextReturnDue } from '../../store/returns';
import type { Desk } from '../desk';

/** The earlier of two moments, either of which may be missing. */
export function earlier(a: number | null, b: number | null): number | null {
  if (a === null || b === null) return a ?? b;
  return Math.min(a, b);
}

/**
 * The earliest moment at which the engine has something to do, epoch ms; null where nothing is planned.
 * @param releasing false where there is no mail server: then departures wait for one, whatever their moment
 */
export function nextDue(desk: Desk, releasing: boolean): number | null {
  const { db } = desk.store;
  return earlier(releasing ? nextDepartureDue(db) : null, nextReturnDue(db));
}

/** Ids of departures due by now, in due order, at most `limit`. */
export function dueNow(desk: Desk, limit: number): string[] {
  return dueDepartures(desk.store.db, desk.now(), limit).map((departure) => departure.id);
}
