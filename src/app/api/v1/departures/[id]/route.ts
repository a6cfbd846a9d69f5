import { departurePatch } from '#api/schemas';
import { moveDeparture, type MoveRequest } from '#usecases/departures/changeDeparture';
import { readDeparture } from '#usecases/departures/departureView';
import { presentDeparture } from '../../present';
import { json, route } from '../../respond';

export const GET = route(({ desk, params }) => json(presentDeparture(desk, readDeparture(desk, params.id!))));

export const PATCH = route<MoveRequest>(
  ({ desk, params, body: { plan, ...more }, revision }) => {
    moveDeparture(desk, params.id!, plan, revision, more);
    return json(presentDeparture(desk, readDeparture(desk, params.id!)));
  },
  { body: departurePatch, ifMatch: 'required' },
);
