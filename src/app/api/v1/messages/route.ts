import * as messages from '#api/messages/operations';
import { createDraft } from '#usecases/messages/createDraft';
import { listDrafts } from '#usecases/messages/readMessage';
import { passedOn } from '#usecases/openpgp/passedOn';
import { messageJson, presentPage } from '../present';
import { route } from '../respond';

export const GET = route(messages.listDrafts, ({ desk, query }) =>
  presentPage(listDrafts(desk, query.limit)),
);

export const POST = route(messages.createDraft, async ({ desk, body }) => {
  const { id } = createDraft(desk, body, await passedOn(desk, body.forwards));
  return await messageJson(desk, id);
});
