import * as departures from '#api/departures/operations';
import { moveDeparture } from '#usecases/departures/changeDeparture';
import { readDeparture } from '#usecases/departures/departureView';
import { presentDeparture } from '../../present';
import { route } from '../../respond';

export const GET = route(departures.readDeparture, ({ desk, params }) =>
  presentDeparture(desk, readDeparture(desk, params.id!)),
);

export const PATCH = route(
  departures.moveDeparture,
  ({ desk, params, body: { plan, ...more }, revision }) => {
    moveDeparture(desk, params.id!, plan, revision, more);
    return presentDeparture(desk, readDeparture(desk, params.id!));
  },
);
