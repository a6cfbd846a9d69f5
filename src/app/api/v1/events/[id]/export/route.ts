import * as events from '#api/events/operations';
import { calendarFile } from '#app/api/v1/calendarFile';
import { route } from '#app/api/v1/respond';
import { exportEvents } from '#usecases/events/exchangeEvents';

export const GET = route(events.exportEvent, ({ desk, params }) =>
  calendarFile(exportEvents(desk, params.id), 'event.ics'),
);
