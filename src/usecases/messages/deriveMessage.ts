/** A message of mine made from another one of mine, with all that is in it. */
import { copyAttachments } from '#store/attachments';
import { record } from '#store/journal';
import { copyLinks } from '#store/linkedFiles';
import { insertMessage, recipientsOf, setRecipients, setReferences, type Message } from '#store/messages';
import { copySealedWords } from '#store/sealed';
import type { Tx } from '#store/store';
import { insertWatch, watchToBegin } from '#store/watches';
import { newId } from '../newId';
import { takeQuestionAlong } from '../questions/takeAlong';

/** To the same readers; it asks and waits as the other does. */
export function deriveWhole(tx: Tx, from: Message, now: number, patch: Partial<Message> = {}): Message {
  const own = deriveMessage(tx, from, now, patch);
  const all = recipientsOf(tx, [from.id]);
  for (const field of ['to', 'cc', 'bcc'] as const)
    setRecipients(
      tx,
      own.id,
      field,
      all.filter((each) => each.field === field),
    );
  takeQuestionAlong(tx, from.id, own.id, now);
  const watch = watchToBegin(tx, from.id);
  if (watch) insertWatch(tx, { ...watch, id: newId(), messageId: own.id, revision: 1 });
  return own;
}

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
    fileWatchId: null,
    textId: null,
    batchId: null,
    leftAt: null,
    revision: 1,
    at: now,
    createdAt: now,
    ...patch,
  });
  setReferences(tx, own.id, from.references);
  const answersTo = recipientsOf(tx, [from.id]).filter(({ field }) => field === 'replyTo');
  setRecipients(tx, own.id, 'replyTo', answersTo);
  copySealedWords(tx, from.id, own.id);
  copyAttachments(tx, from.id, own.id, newId);
  copyLinks(tx, from.id, own.id, newId);
  record(tx, { at: now, messageId: own.id, what: 'written' });
  return own;
}
