import * as batches from '#api/batches/operations';
import { route } from '#app/api/v1/respond';
import { takeBackRows } from '#usecases/batches/takeBackRows';

export const POST = route(batches.takeBackBatch, ({ desk, params, body }) =>
  takeBackRows(desk, params.id!, body.positions),
);
