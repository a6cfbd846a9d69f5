import { restoreMessage } from '../../../../../../usecases/messages/deleteMessage';
import { messageJson } from '../../../present';
import { json, route } from '../../../respond';

export const POST = route(async ({ desk, params }) => {
  restoreMessage(desk, params.id!);
  return json(await messageJson(desk, params.id!));
});
