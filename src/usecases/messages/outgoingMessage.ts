/** Finding a message that is mine to change. */
import { findMessage, type Message } from '#store/messages';
import { isSealed } from '#store/sealed';
import type { Reading } from '#store/store';
import { Locked, NotFound, Refused } from '../errors';

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

/** Told where what a message says is kept encrypted, and nobody has opened it. */
export const SEALED = 'It is sealed. Type the passphrase of your key to open it.';

/**
 * One that says what it says, so that this can be changed.
 * @throws NotFound; Refused for one that came from outside; Locked where it is sealed
 */
export function openMessage(db: Reading, id: string): Message {
  const message = outgoingMessage(db, id);
  if (isSealed(db, id)) throw new Locked(SEALED);
  return message;
}
