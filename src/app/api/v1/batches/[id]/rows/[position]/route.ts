import * as batches from '#api/batches/operations';
import { route } from '#app/api/v1/respond';
import { changeBatchRow, removeBatchRow } from '#usecases/batches/batches';

export const PATCH = route(batches.editBatchRow, ({ desk, params, body }) => {
  const { position, cells } = changeBatchRow(desk, params.id!, Number(params.position), body.cells);
  return { position, cells };
});
export const DELETE = route(batches.deleteBatchRow, ({ desk, params }) =>
  removeBatchRow(desk, params.id!, Number(params.position)),
);
