import * as batches from '#api/batches/operations';
import { presentBatch } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';
import { changeBatch, deleteBatch } from '#usecases/batches/batches';
import { readBatch } from '#usecases/batches/batchView';

export const GET = route(batches.readBatch, ({ desk, params }) => presentBatch(readBatch(desk, params.id!)));
export const PATCH = route(batches.editBatch, ({ desk, params, body, revision }) => {
  changeBatch(desk, params.id!, body, revision);
  return presentBatch(readBatch(desk, params.id!));
});
export const DELETE = route(batches.deleteBatch, ({ desk, params }) => deleteBatch(desk, params.id!));
