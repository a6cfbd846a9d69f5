import * as messages from '#api/messages/operations';
import { openWords } from '#usecases/openpgp/words';
import { messageJson } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const POST = route(messages.openSealed, async ({ desk, params }) => {
  await openWords(desk, params.id!);
  return messageJson(desk, params.id!);
});
