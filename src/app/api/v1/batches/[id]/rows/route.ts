import * as batches from '#api/batches/operations';
import { isoOrNull } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';
import { addBatchRow } from '#usecases/batches/batches';
import { readBatchRows } from '#usecases/batches/batchView';

export const GET = route(batches.readBatchRows, ({ desk, params }) => ({
  rows: readBatchRows(desk, params.id!).map((row) => ({
    ...row,
    due: isoOrNull(row.due),
    leftAt: isoOrNull(row.leftAt),
  })),
}));
export const POST = route(batches.addBatchRow, ({ desk, params, body }) =>
  addBatchRow(desk, params.id!, body.cells, body.position),
);
