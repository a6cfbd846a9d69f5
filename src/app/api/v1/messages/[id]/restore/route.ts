import * as messages from '#api/messages/operations';
import { restoreMessage } from '#usecases/messages/deleteMessage';
import { messageJson } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const POST = route(messages.restoreMessage, async ({ desk, params }) => {
  restoreMessage(desk, params.id!);
  return await messageJson(desk, params.id!);
});
