/** Finding a message that is mine to change. */
import { findMessage, type Message } from '#store/messages';
import type { Reading } from '#store/store';
import { NotFound, Refused } from '../errors';

/**
 * @throws NotFound; Refused for one that came from outside
 */
export function outgoingMessage(db: Reading, id: string, includeDeleted = false): Message {
  const message = findMessage(db, id);
  if (!message || (message.deletedAt !== null && !includeDeleted))
    throw new NotFound('There is no such message.');
  if (message.direction !== 'out') throw new Refused('This message came from outside; it cannot be changed.');
  return message;
}
