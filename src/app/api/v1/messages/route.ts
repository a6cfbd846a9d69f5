import * as messages from '#api/messages/operations';
import { attachedTo } from '#usecases/messages/attachments';
import { createDraft } from '#usecases/messages/createDraft';
import { listDrafts } from '#usecases/messages/readMessage';
import { messageJson, presentPage } from '../present';
import { route } from '../respond';

export const GET = route(messages.listDrafts, ({ desk, query }) =>
  presentPage(listDrafts(desk, query.limit)),
);

export const POST = route(messages.createDraft, async ({ desk, body }) => {
  const passedOn = body.forwards ? await attachedTo(desk.store.db, body.forwards) : [];
  const { id } = createDraft(desk, body, passedOn);
  return await messageJson(desk, id);
});
