/** A departure whose moment has come, and which is not to leave then: of a series one is left out, any other is a draft again. */
import { PENDING_STATES } from '#core/departure/states';
import type { Departure } from '#store/departures';
import { findDeparture } from '#store/departures';
import { record } from '#store/journal';
import { takeBack } from '../departures/takeBack';
import type { Desk } from '../desk';
import { Refused, Stale } from '../errors';
import { skipOccurrence } from '../series/changeSeries';

/** @param why in words; whoever has changed it meanwhile has the say */
export function leaveUnsent(desk: Desk, seen: Departure, now: number, why: string): void {
  const there = findDeparture(desk.store.db, seen.id);
  if (there?.revision !== seen.revision || !PENDING_STATES.includes(seen.state) || seen.due > now) return;
  try {
    if (seen.seriesId !== null && seen.occurrence !== null)
      skipOccurrence(desk, seen.seriesId, seen.occurrence, true);
    else takeBack(desk, seen.id);
  } catch (error) {
    if (error instanceof Stale || error instanceof Refused) return;
    throw error;
  }
  const { messageId, id: departureId } = seen;
  // The message of an occurrence left out goes with it.
  if (seen.seriesId === null)
    desk.store.write((tx) => record(tx, { at: now, messageId, departureId, what: 'not-sent', why }));
}
