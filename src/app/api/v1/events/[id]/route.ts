import * as events from '#api/events/operations';
import { presentEventDetail } from '#app/api/v1/presentEvent';
import { route } from '#app/api/v1/respond';
import { readEventDetail } from '#usecases/events/eventDetail';
import { changeEvent, deleteEvent } from '#usecases/events/writeEvent';

export const GET = route(events.readEvent, ({ desk, params, query }) =>
  presentEventDetail(readEventDetail(desk, params.id!, query.occurrence ?? null)),
);
export const PATCH = route(events.editEvent, ({ desk, params, query, body, revision }) => {
  const { event, occurrence } = changeEvent(desk, params.id!, body, query, revision);
  return presentEventDetail(readEventDetail(desk, event, occurrence));
});
export const DELETE = route(events.deleteEvent, ({ desk, params, query, revision }) =>
  deleteEvent(desk, params.id!, query, revision),
);
