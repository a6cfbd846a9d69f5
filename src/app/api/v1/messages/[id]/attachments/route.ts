import * as attachments from '#api/attachments/operations';
import { announceAttachment } from '#usecases/messages/attachments';
import { presentAttachment } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const POST = route(attachments.announceAttachment, ({ desk, params, body }) =>
  presentAttachment(announceAttachment(desk, params.id!, body)),
);
