import * as occasions from '#api/occasions/operations';
import { route } from '#app/api/v1/respond';
import { scheduleAround } from '#usecases/occasions/occasions';

export const POST = route(occasions.scheduleAround, ({ desk, params, body }) =>
  scheduleAround(desk, params.id!, body.message),
);
