import type { ScheduledJson } from '#api/types';
import { readDeparture } from '#usecases/departures/departureView';
import type { Desk } from '#usecases/desk';
import { fileWatchOfMessage } from '#usecases/fileWatches/changeFileWatch';
import { presentDeparture } from '../present';

/** What has come of a message that was scheduled. */
export function presentScheduled(
  desk: Desk,
  messageId: string,
  departures: readonly { id: string; seriesId: string | null }[],
): ScheduledJson {
  const id = departures[0]?.seriesId;
  const watched = departures.length === 0 ? fileWatchOfMessage(desk, messageId) : undefined;
  return {
    ...(id && { series: { id } }),
    ...(watched && { fileWatch: { id: watched.id } }),
    departures: departures.map((each) => presentDeparture(desk, readDeparture(desk, each.id))),
  };
}
