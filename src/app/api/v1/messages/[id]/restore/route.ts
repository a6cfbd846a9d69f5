import { restoreMessage } from '#usecases/messages/deleteMessage';
import { messageJson } from '#app/api/v1/present';
import { json, route } from '#app/api/v1/respond';

export const POST = route(async ({ desk, params }) => {
  restoreMessage(desk, params.id!);
  return json(await messageJson(desk, params.id!));
});
