import { restoreAttachment } from '../../../../../../usecases/messages/attachments';
import { presentAttachment } from '../../../present';
import { json, route } from '../../../respond';

export const POST = route(({ desk, params }) => json(presentAttachment(restoreAttachment(desk, params.id!))));
