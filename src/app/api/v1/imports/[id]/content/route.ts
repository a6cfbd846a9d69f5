import * as imports from '#api/imports/operations';
import { receiveImport } from '#usecases/exchange/importMail';
import { offsetOf } from '#app/api/v1/files';
import { readBytes, route } from '#app/api/v1/respond';
import { presentImport } from '../../present';

export const PUT = route(imports.putImport, async ({ desk, params, query, request }) => {
  const offset = offsetOf(request.headers.get('content-range'));
  const piece = await readBytes(request);
  const { place } = query;
  return presentImport(await receiveImport(desk, params.id!, offset, piece, place, request.signal));
});
