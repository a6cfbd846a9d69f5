import * as attachments from '#api/attachments/operations';
import { readAttachment, receivePiece } from '#usecases/messages/attachments';
import { fileAnswer, offsetOf } from '#app/api/v1/files';
import { presentAttachment } from '#app/api/v1/present';
import { readBytes, route } from '#app/api/v1/respond';

export const PUT = route(attachments.putAttachment, async ({ desk, params, request }) => {
  const offset = offsetOf(request.headers.get('content-range'));
  return presentAttachment(receivePiece(desk, params.id!, offset, await readBytes(request)));
});

export const GET = route(attachments.readAttachment, async ({ desk, params }) => {
  const { attachment, bytes } = await readAttachment(desk, params.id!);
  return fileAnswer(attachment, bytes);
});
