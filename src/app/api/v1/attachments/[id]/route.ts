import { removeAttachment } from '#usecases/messages/attachments';
import { route } from '../../respond';

export const DELETE = route(({ desk, params }) => {
  removeAttachment(desk, params.id!);
  return new Response(null, { status: 204 });
});
