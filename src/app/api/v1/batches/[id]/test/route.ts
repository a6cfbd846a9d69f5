import * as batches from '#api/batches/operations';
import { route } from '#app/api/v1/respond';
import { testBatch } from '#usecases/batches/testBatch';

export const POST = route(batches.testBatch, async ({ desk, params, body }) => ({
  departures: (await testBatch(desk, params.id!, body.which)).map(({ id }) => id),
}));
