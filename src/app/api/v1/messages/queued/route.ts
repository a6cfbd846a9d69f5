import * as messages from '#api/messages/operations';
import { attachedTo } from '#usecases/messages/attachments';
import { sendQueued } from '#usecases/messages/sendQueued';
import { route } from '../../respond';
import { presentScheduled } from '../presentScheduled';

export const POST = route(messages.sendQueued, async ({ desk, body }) => {
  const { key, id, revision, message, schedule } = body;
  const { plan, inSpiteOfQuiet, ...choices } = schedule;
  const passedOn = message.forwards ? await attachedTo(desk.store.db, message.forwards) : [];
  const queued = { key, id, revision, message, plan, choices, inSpiteOfQuiet };
  const { messageId, departures } = sendQueued(desk, queued, passedOn);
  return presentScheduled(desk, messageId, departures);
});
