import * as batches from '#api/batches/operations';
import { presentChecked } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';
import { checkRows } from '#usecases/batches/checkBatch';

export const POST = route(batches.checkBatch, async ({ desk, params, body, request }) => {
  const { rows, next } = await checkRows(desk, params.id!, body.from, body.limit, request.signal);
  return { rows: rows.map(presentChecked), next };
});
