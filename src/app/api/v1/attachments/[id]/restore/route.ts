import * as attachments from '#api/attachments/operations';
import { restoreAttachment } from '#usecases/messages/attachments';
import { presentAttachment } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const POST = route(attachments.restoreAttachment, ({ desk, params }) =>
  presentAttachment(restoreAttachment(desk, params.id!)),
);
