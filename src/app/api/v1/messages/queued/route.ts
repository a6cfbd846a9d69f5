import * as messages from '#api/messages/operations';
import { sendQueued } from '#usecases/messages/sendQueued';
import { passedOn } from '#usecases/openpgp/passedOn';
import { sealWaiting } from '#usecases/openpgp/sealWaiting';
import { route } from '../../respond';
import { presentScheduled } from '../presentScheduled';

export const POST = route(messages.sendQueued, async ({ desk, body }) => {
  const { key, id, revision, message, schedule } = body;
  const { plan, inSpiteOfQuiet, ...choices } = schedule;
  const queued = { key, id, revision, message, plan, choices, inSpiteOfQuiet };
  const { messageId, departures } = sendQueued(desk, queued, await passedOn(desk, message.forwards));
  await sealWaiting(desk);
  return presentScheduled(desk, messageId, departures);
});
