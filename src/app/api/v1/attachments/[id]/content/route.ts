import * as attachments from '#api/attachments/operations';
import { create } from 'content-disposition';
import { PICTURE_TYPES } from '#core/message/attachment';
import { readAttachment, receivePiece } from '#usecases/messages/attachments';
import { offsetOf } from '#app/api/v1/files';
import { presentAttachment } from '#app/api/v1/present';
import { readBytes, route } from '#app/api/v1/respond';

export const PUT = route(attachments.putAttachment, async ({ desk, params, request }) => {
  const offset = offsetOf(request.headers.get('content-range'));
  return presentAttachment(receivePiece(desk, params.id!, offset, await readBytes(request)));
});

/** Pictures may be shown; everything else is for saving, whatever it calls itself. */
export const GET = route(attachments.readAttachment, async ({ desk, params }) => {
  const { attachment, bytes } = await readAttachment(desk, params.id!);
  const picture = PICTURE_TYPES.includes(attachment.type);
  return new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': picture ? attachment.type : 'application/octet-stream',
      'content-disposition': create(attachment.name, { type: picture ? 'inline' : 'attachment' }),
      'content-security-policy': "sandbox; default-src 'none'",
      'cache-control': 'no-store',
      'x-content-type-options': 'nosniff',
    },
  });
});
