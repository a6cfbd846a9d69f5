import * as health from '#api/health/operations';
import { readDeparture } from '#usecases/departures/departureView';
import { sendTestMessage } from '#usecases/sendTestMessage';
import { presentDeparture } from '../present';
import { route } from '../respond';

export const POST = route(health.sendTestMessage, ({ desk }) => {
  const { id } = sendTestMessage(desk);
  return presentDeparture(desk, readDeparture(desk, id));
});
