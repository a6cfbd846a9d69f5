import * as messages from '#api/messages/operations';
import { readDeparture } from '#usecases/departures/departureView';
import { fileWatchOfMessage } from '#usecases/fileWatches/changeFileWatch';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { presentDeparture } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const POST = route(
  messages.scheduleMessage,
  ({ desk, params, body: { plan, inSpiteOfQuiet, ...choices }, revision }) => {
    const departures = scheduleMessage(desk, params.id!, plan, revision, choices, inSpiteOfQuiet);
    const id = departures[0]?.seriesId;
    const watched = departures.length === 0 ? fileWatchOfMessage(desk, params.id!) : undefined;
    return {
      ...(id && { series: { id } }),
      ...(watched && { fileWatch: { id: watched.id } }),
      departures: departures.map(({ id }) => presentDeparture(desk, readDeparture(desk, id))),
    };
  },
);
