import * as events from '#api/events/operations';
import { route } from '#app/api/v1/respond';
import { importEvents } from '#usecases/events/exchangeEvents';

export const POST = route(
  events.importEvents,
  async ({ desk, body, request }) => await importEvents(desk, body.text, request.signal),
);
