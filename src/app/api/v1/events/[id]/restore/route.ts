import * as events from '#api/events/operations';
import { presentEventDetail } from '#app/api/v1/presentEvent';
import { route } from '#app/api/v1/respond';
import { readEventDetail } from '#usecases/events/eventDetail';
import { restoreEvent } from '#usecases/events/writeEvent';

export const POST = route(events.restoreEvent, ({ desk, params }) =>
  presentEventDetail(readEventDetail(desk, restoreEvent(desk, params.id!).id)),
);
