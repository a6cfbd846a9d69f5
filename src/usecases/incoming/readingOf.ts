/** A message as suggestions read it: who wrote it, what it says, and what their automatic answers say. */
import { READING } from '#core/limits';
import type { Person } from '#core/people/person';
import { findMessage, messagesOfThread, recipientsOf } from '#store/messages';
import type { Desk } from '../desk';
import { NotFound } from '../errors';
import { meAsPerson, placedReaders, readersAt } from '../people/readers';

export interface ReadingOf {
  /** Epoch ms. */
  now: number;
  me: Person;
  /** Where their clock is known; of what I sent the first I wrote to. */
  writer?: Person;
  text: string;
  writtenAt: number;
  /** The newest first. */
  automatic: { text: string; at: number }[];
}

/** More of a long thread is not looked through. */
const MOST_AUTOMATIC = 5;

/** @throws NotFound */
export function readingOf(desk: Desk, messageId: string): ReadingOf {
  const { db } = desk.store;
  const message = findMessage(db, messageId);
  if (!message || message.deletedAt !== null) throw new NotFound('There is no such message.');
  const theirs =
    message.direction === 'in'
      ? [{ name: message.fromName, address: message.fromAddress }]
      : recipientsOf(db, [messageId]).filter(({ field, address }) => field === 'to' && address);
  const [writer] = placedReaders(readersAt(desk, db, theirs.slice(0, 1)));
  const automatic = messagesOfThread(db, message.threadId)
    .filter((each) => each.automatic)
    .reverse()
    .slice(0, MOST_AUTOMATIC);
  return {
    now: desk.now(),
    me: meAsPerson(desk),
    writer,
    text: message.text.slice(0, READING.looked),
    writtenAt: message.writtenAt ?? message.at,
    automatic: automatic.map(({ text, writtenAt, at }) => ({
      text: text.slice(0, READING.looked),
      at: writtenAt ?? at,
    })),
  };
}
