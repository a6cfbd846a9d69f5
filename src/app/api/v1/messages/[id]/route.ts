import { draftPatch } from '#api/schemas';
import { deleteMessage } from '#usecases/messages/deleteMessage';
import type { DraftInput } from '#usecases/messages/draftInput';
import { editMessage } from '#usecases/messages/editMessage';
import { messageJson } from '../../present';
import { json, route } from '../../respond';

export const GET = route(async ({ desk, params }) => json(await messageJson(desk, params.id!)));

export const PATCH = route<DraftInput>(
  async ({ desk, params, body, revision }) => {
    editMessage(desk, params.id!, body, revision);
    return json(await messageJson(desk, params.id!));
  },
  { body: draftPatch, ifMatch: 'required' },
);

export const DELETE = route(
  ({ desk, params, revision }) => {
    deleteMessage(desk, params.id!, revision);
    return new Response(null, { status: 204 });
  },
  { ifMatch: 'required' },
);
