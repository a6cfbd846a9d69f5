import { scheduleRequest } from '../../../../../../api/schemas';
import type { Plan } from '../../../../../../core/plan/plan';
import { readDeparture } from '../../../../../../usecases/departures/departureView';
import { scheduleMessage } from '../../../../../../usecases/messages/scheduleMessage';
import { presentDeparture } from '../../../present';
import { json, route } from '../../../respond';

export const POST = route<{ plan: Plan }>(
  ({ desk, params, body, revision }) => {
    const departures = scheduleMessage(desk, params.id!, body.plan, revision);
    return json({ departures: departures.map(({ id }) => presentDeparture(desk, readDeparture(desk, id))) });
  },
  { body: scheduleRequest },
);
