import * as messages from '#api/messages/operations';
import { deleteMessage } from '#usecases/messages/deleteMessage';
import { editMessage } from '#usecases/messages/editMessage';
import { messageJson } from '../../present';
import { route } from '../../respond';

export const GET = route(
  messages.readMessage,
  async ({ desk, params }) => await messageJson(desk, params.id!),
);

export const PATCH = route(messages.editMessage, async ({ desk, params, body, revision }) => {
  editMessage(desk, params.id!, body, revision);
  return await messageJson(desk, params.id!);
});

export const DELETE = route(messages.deleteMessage, ({ desk, params, revision }) => {
  deleteMessage(desk, params.id!, revision);
});
