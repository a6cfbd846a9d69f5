import * as batches from '#api/batches/operations';
import { route } from '#app/api/v1/respond';
import { scheduleBatch } from '#usecases/batches/scheduleBatch';

export const POST = route(batches.scheduleBatch, ({ desk, params, body, request }) =>
  scheduleBatch(desk, params.id!, { ...body, signal: request.signal }),
);
