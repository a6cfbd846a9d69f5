/** A message of mine made from another one of mine, with all that is in it. */
import { copyAttachments } from '#store/attachments';
import { record } from '#store/journal';
import { insertMessage, recipientsOf, setRecipients, setReferences, type Message } from '#store/messages';
import type { Tx } from '#store/store';
import { newId } from '../newId';

/**
 * With where answers go and what is attached; whom it goes to is left to whoever makes it.
 * @param patch what is other about it
 */
export function deriveMessage(tx: Tx, from: Message, now: number, patch: Partial<Message> = {}): Message {
  const own = insertMessage(tx, {
    ...from,
    id: newId(),
    derivedFrom: from.id,
    seriesId: null,
    leftAt: null,
    revision: 1,
    at: now,
    createdAt: now,
    ...patch,
  });
  setReferences(tx, own.id, from.references);
  const answersTo = recipientsOf(tx, [from.id]).filter(({ field }) => field === 'replyTo');
  setRecipients(tx, own.id, 'replyTo', answersTo);
  copyAttachments(tx, from.id, own.id, newId);
  record(tx, { at: now, messageId: own.id, what: 'written' });
  return own;
}
