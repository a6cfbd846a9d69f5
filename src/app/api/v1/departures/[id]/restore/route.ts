import * as departures from '#api/departures/operations';
import { readDeparture } from '#usecases/departures/departureView';
import { restoreDeparture } from '#usecases/departures/restore';
import { presentDeparture, readSnapshot } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const POST = route(departures.restoreDeparture, ({ desk, params, body: { snapshot }, revision }) => {
  restoreDeparture(desk, params.id!, readSnapshot(snapshot), revision);
  return presentDeparture(desk, readDeparture(desk, params.id!));
});
