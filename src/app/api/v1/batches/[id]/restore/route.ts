import * as batches from '#api/batches/operations';
import { presentBatch } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';
import { restoreBatch } from '#usecases/batches/batches';
import { readBatch } from '#usecases/batches/batchView';

export const POST = route(batches.restoreBatch, ({ desk, params }) =>
  presentBatch(readBatch(desk, restoreBatch(desk, params.id!).id)),
);
