import * as batches from '#api/batches/operations';
import { presentBatch } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';
import { beginBatch } from '#usecases/batches/batches';
import { listBatches, readBatch } from '#usecases/batches/batchView';

export const GET = route(batches.listBatches, ({ desk }) => ({
  batches: listBatches(desk).map(presentBatch),
}));
export const POST = route(batches.addBatch, ({ desk, body }) =>
  presentBatch(readBatch(desk, beginBatch(desk, body).id)),
);
