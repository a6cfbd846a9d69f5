/** What goes along with a message that is passed on. */
import { findMessage } from '#store/messages';
import type { Desk } from '../desk';
import { Locked, NotFound, Refused } from '../errors';
import { attachedTo, type WholeAttachment } from '../messages/attachments';
import { readOpened } from './opened';

/** What came encrypted goes along as it lay within, where that is open; sealed as it came nobody else could read it. */
export async function passedOn(desk: Desk, messageId: string | undefined): Promise<WholeAttachment[]> {
  if (messageId === undefined) return [];
  const { db } = desk.store;
  if (findMessage(db, messageId)?.protection !== 'encrypted') return attachedTo(db, messageId);
  try {
    return (await readOpened(desk, messageId)).attachments;
  } catch (error) {
    if (error instanceof Locked || error instanceof Refused || error instanceof NotFound) return [];
    throw error;
  }
}
