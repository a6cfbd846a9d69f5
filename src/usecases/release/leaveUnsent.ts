/** A departure whose moment has come, and which is not to leave then: of a series one is left out, any other is a draft again. */
import { PENDING_STATES } from '#core/departure/states';
import { findDeparture, type Departure } from '#store/departures';
import { record } from '#store/journal';
import { findMessage } from '#store/messages';
import { findSeries } from '#store/series';
import type { Tx } from '#store/store';
import { takeBack } from '../departures/takeBack';
import type { Desk } from '../desk';
import { Refused, Stale } from '../errors';
import { tellToLook } from '../incoming/tellToLook';
import { miss } from '../series/fitSeries';

/** It is listed with those of the series that did not leave. */
function leaveOut(tx: Tx, seen: Departure, now: number, why: string): void {
  const series = findSeries(tx, seen.seriesId!);
  if (!series) return;
  miss(tx, series, [seen], now, why);
  tellToLook(tx, findMessage(tx, series.messageId)!, now, why);
}

/** @param why in words; whoever has changed it meanwhile has the say */
export function leaveUnsent(desk: Desk, seen: Departure, now: number, why: string): void {
  const there = findDeparture(desk.store.db, seen.id);
  if (there?.revision !== seen.revision || !PENDING_STATES.includes(seen.state) || seen.due > now) return;
  try {
    if (seen.seriesId !== null && seen.occurrence !== null)
      desk.store.write((tx) => leaveOut(tx, seen, now, why));
    else {
      takeBack(desk, seen.id, seen.revision);
      const { messageId, id: departureId } = seen;
      desk.store.write((tx) => {
        record(tx, { at: now, messageId, departureId, what: 'not-sent', why });
        tellToLook(tx, findMessage(tx, messageId)!, now, why);
      });
    }
  } catch (error) {
    if (!(error instanceof Stale || error instanceof Refused)) throw error;
  }
}
