/** What is due, and when the next thing will be. */
import { dueDepartures, nextDepartureDue } from '../../store/departures';
import { nextReturnDue } from '../../store/returns';
import type { Desk } from '../desk';

/** The earliest moment at which the engine has something to do, epoch ms; null where nothing is planned. */
export function nextDue(desk: Desk): number | null {
  const moments = [nextDepartureDue(desk.store.db), nextReturnDue(desk.store.db)].filter((due) => due !== null);
  return moments.length ? Math.min(...moments) : null;
}

/** Ids of departures due by now, in due order, at most `limit`. */
export function dueNow(desk: Desk, limit: number): string[] {
  return dueDepartures(desk.store.db, desk.now(), limit).map((departure) => departure.id);
}
