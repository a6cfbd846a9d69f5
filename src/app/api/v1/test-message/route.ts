import { readDeparture } from '#usecases/departures/departureView';
import { sendTestMessage } from '#usecases/sendTestMessage';
import { presentDeparture } from '../present';
import { json, route } from '../respond';

export const POST = route(({ desk }) => {
  const { id } = sendTestMessage(desk);
  return json(presentDeparture(desk, readDeparture(desk, id)), 201);
});
