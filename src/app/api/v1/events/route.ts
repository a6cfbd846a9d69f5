import * as events from '#api/events/operations';
import { presentEvent, presentEventDetail } from '#app/api/v1/presentEvent';
import { route } from '#app/api/v1/respond';
import { readEventDetail } from '#usecases/events/eventDetail';
import { listEvents } from '#usecases/events/eventView';
import { createEvent } from '#usecases/events/writeEvent';

export const GET = route(events.listEvents, ({ desk, query: { from, until } }) => ({
  events: listEvents(desk, Date.parse(from), Date.parse(until)).map(presentEvent),
}));
export const POST = route(events.addEvent, ({ desk, body }) =>
  presentEventDetail(readEventDetail(desk, createEvent(desk, body).id)),
);
