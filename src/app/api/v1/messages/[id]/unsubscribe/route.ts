import * as messages from '#api/messages/operations';
import { unsubscribe } from '#usecases/incoming/unsubscribe';
import { messageJson } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const POST = route(messages.leaveList, async ({ desk, params }) => {
  await unsubscribe(desk, params.id!);
  return await messageJson(desk, params.id!);
});
