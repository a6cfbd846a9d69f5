import { draft, listQuery } from '#api/schemas';
import { attachedTo } from '#usecases/messages/attachments';
import { createDraft } from '#usecases/messages/createDraft';
import type { DraftInput } from '#usecases/messages/draftInput';
import { listDrafts } from '#usecases/messages/readMessage';
import { messageJson, presentPage } from '../present';
import { json, route } from '../respond';

export const GET = route<undefined, { limit: number }>(
  ({ desk, query }) => json(presentPage(listDrafts(desk, query.limit))),
  { query: listQuery },
);

export const POST = route<DraftInput>(
  async ({ desk, body }) => {
    const passedOn = body.forwards ? await attachedTo(desk.store.db, body.forwards) : [];
    const { id } = createDraft(desk, body, passedOn);
    return json(await messageJson(desk, id), 201);
  },
  { body: draft },
);
