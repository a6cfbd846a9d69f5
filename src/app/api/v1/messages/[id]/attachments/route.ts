import { attachmentRequest } from '../../../../../../api/schemas';
import { announceAttachment, type NewAttachment } from '../../../../../../usecases/messages/attachments';
import { presentAttachment } from '../../../present';
import { json, route } from '../../../respond';

export const POST = route<NewAttachment>(
  ({ desk, params, body }) => json(presentAttachment(announceAttachment(desk, params.id!, body)), 201),
  { body: attachmentRequest },
);
