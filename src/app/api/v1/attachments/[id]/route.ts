import * as attachments from '#api/attachments/operations';
import { removeAttachment } from '#usecases/messages/attachments';
import { route } from '../../respond';

export const DELETE = route(attachments.deleteAttachment, ({ desk, params }) => {
  removeAttachment(desk, params.id!);
});
