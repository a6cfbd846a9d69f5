import { departurePatch } from '../../../../../api/schemas';
import type { Plan } from '../../../../../core/plan/plan';
import { moveDeparture } from '../../../../../usecases/departures/changeDeparture';
import { readDeparture } from '../../../../../usecases/departures/departureView';
import { presentDeparture } from '../../present';
import { json, route } from '../../respond';

export const GET = route(({ desk, params }) => json(presentDeparture(desk, readDeparture(desk, params.id!))));

export const PATCH = route<{ plan: Plan }>(
  ({ desk, params, body, revision }) => {
    moveDeparture(desk, params.id!, body.plan, revision);
    return json(presentDeparture(desk, readDeparture(desk, params.id!)));
  },
  { body: departurePatch, ifMatch: 'required' },
);
