import * as texts from '#api/texts/operations';
import { create } from 'content-disposition';
import { route } from '#app/api/v1/respond';
import { safeFileName } from '#core/message/attachment';
import { exportText } from '#usecases/texts/exchangeText';

export const GET = route(texts.exportText, async ({ desk, params }) => {
  const { name, bytes } = await exportText(desk, params.id!);
  return new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': 'message/rfc822',
      'content-disposition': create(safeFileName(`${name}.eml`)),
      'x-content-type-options': 'nosniff',
      'cache-control': 'no-store',
    },
  });
});
