import { scheduleRequest } from '#api/schemas';
import type { Choices, Plan } from '#core/plan/plan';
import { readDeparture } from '#usecases/departures/departureView';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { presentDeparture } from '#app/api/v1/present';
import { json, route } from '#app/api/v1/respond';

export const POST = route<{ plan: Plan; inSpiteOfQuiet?: string } & Partial<Choices>>(
  ({ desk, params, body: { plan, inSpiteOfQuiet, ...choices }, revision }) => {
    const departures = scheduleMessage(desk, params.id!, plan, revision, choices, inSpiteOfQuiet);
    return json({ departures: departures.map(({ id }) => presentDeparture(desk, readDeparture(desk, id))) });
  },
  { body: scheduleRequest },
);
