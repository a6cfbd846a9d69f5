import { restoreAttachment } from '#usecases/messages/attachments';
import { presentAttachment } from '#app/api/v1/present';
import { json, route } from '#app/api/v1/respond';

export const POST = route(({ desk, params }) => json(presentAttachment(restoreAttachment(desk, params.id!))));
