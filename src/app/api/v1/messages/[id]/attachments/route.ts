import { attachmentRequest } from '#api/schemas';
import { announceAttachment, type NewAttachment } from '#usecases/messages/attachments';
import { presentAttachment } from '#app/api/v1/present';
import { json, route } from '#app/api/v1/respond';

export const POST = route<NewAttachment>(
  ({ desk, params, body }) => json(presentAttachment(announceAttachment(desk, params.id!, body)), 201),
  { body: attachmentRequest },
);
