/** An incoming message is kept, in its thread, with all that is known of it. */
import { READING } from '#core/limits';
import { addressKey } from '#core/message/address';
import { classify, isByMachine, type Classified } from '#core/reply/classify';
import { ancestors, baseSubject, isAnswerSubject } from '#core/reply/threading';
import type { IncomingMessage } from '#mail/parse';
import { READER_VERSION, type ReadMail } from '#mail/readMail';
import { insertReceived, purgeAttachments } from '#store/attachments';
import { noteChange, record } from '#store/journal';
import { noteLinks } from '#store/links';
import { dropArrival } from '#store/arrivals';
import { insertMessage, setRecipients, setReferences, swapMessage, type Message } from '#store/messages';
import { noteMet } from '#store/metAddresses';
import { indexWords } from '#store/search';
import { insertArrived, insertSource } from '#store/sources';
import type { Tx } from '#store/store';
import { insertThread, mergeThreads, relatedThreads, threadAlike, type Place } from '#store/threads';
import { newId } from '../newId';

/** An answer that names nothing we have belongs to a thread of its subject no older than this. */
const SAME_SUBJECT_MS = 90 * 86_400_000;

/**
 * The thread of a message, made where it begins one: by References and In-Reply-To (RFC 5322 §3.6.4), else, for an
 * answer, by subject and participant. Threads that a message joins become one.
 */
function threadFor(tx: Tx, mail: IncomingMessage, named: string[], at: number): string {
  const [first, ...others] = relatedThreads(tx, mail.messageId, named);
  if (first) {
    mergeThreads(tx, first, others);
    return first;
  }
  const subject = baseSubject(mail.subject);
  if (isAnswerSubject(mail.subject) && subject !== '') {
    const address = addressKey(mail.from.address);
    const alike = threadAlike(tx, subject, address, at - SAME_SUBJECT_MS);
    if (alike) return alike;
  }
  const id = newId();
  insertThread(tx, id, subject);
  return id;
}

export interface Keeping {
  /** When it came, epoch ms. */
  at: number;
  place: Place;
  /** It is new until it has been looked at. */
  unseen: boolean;
  /** When this is written down, epoch ms. */
  now: number;
  /** What the history says of it. */
  what: string;
  classified: Classified;
}

/** What a message is. @param mine it is from one of my addresses */
export const classifiedOf = (mail: IncomingMessage, mine: boolean): Classified =>
  classify({ ...mail, names: ancestors(mail), mine });

/** What a message says of itself. */
const described = (mail: IncomingMessage, classified: Classified) => ({
  headerId: mail.messageId ?? null,
  inReplyTo: mail.inReplyTo ?? null,
  references: mail.references,
  fromName: mail.from.name,
  fromAddress: mail.from.address,
  subject: mail.subject,
  text: mail.text,
  html: mail.html,
  automatic: isByMachine(classified.is),
  classified,
  list: mail.list,
  ...mail.details,
  writtenAt: mail.date ?? null,
  writtenOffset: mail.offset ?? null,
  protection: mail.protection,
  strange: mail.strange,
  readBy: READER_VERSION,
});

/** All that is known of it besides. */
function describe(tx: Tx, { id, at, automatic }: Message, { mail, links }: ReadMail): void {
  insertReceived(
    tx,
    id,
    mail.attachments.map((attachment) => ({ ...attachment, id: newId() })),
  );
  noteLinks(tx, id, links);
  const named = [...mail.to, ...mail.cc];
  if (!automatic) noteMet(tx, [mail.from, ...(named.length > READING.met ? [] : named)], at);
  setReferences(tx, id, ancestors(mail));
  setRecipients(tx, id, 'to', mail.to);
  setRecipients(tx, id, 'cc', mail.cc);
  setRecipients(tx, id, 'replyTo', mail.replyTo);
  noteChange(tx, 'message', id);
  indexWords(tx);
}

/** Its bytes as they came, or under which id they have arrived. */
export type Came = { bytes: Buffer } | { arrival: string };

export function keepIncoming(tx: Tx, read: ReadMail, came: Came, keeping: Keeping): Message {
  const { mail, digest } = read;
  const { at, place, unseen, now, what } = keeping;
  const message = insertMessage(tx, {
    id: 'arrival' in came ? came.arrival : newId(),
    threadId: threadFor(tx, mail, ancestors(mail), at),
    direction: 'in',
    ...described(mail, keeping.classified),
    at,
    place,
    unseen,
    createdAt: now,
  });
  const knownBy = mail.messageId ? null : digest;
  if ('bytes' in came) insertSource(tx, message.id, came.bytes, knownBy);
  else {
    insertArrived(tx, came.arrival, knownBy);
    dropArrival(tx, came.arrival);
  }
  describe(tx, message, read);
  record(tx, { at: now, messageId: message.id, what });
  return message;
}

/** One that was too strange to read is read after all: it stays where it is. */
export function describeAnew(tx: Tx, seen: Message, read: ReadMail, mine: boolean): void {
  const message = swapMessage(tx, seen, described(read.mail, classifiedOf(read.mail, mine)));
  if (!message) return;
  purgeAttachments(tx, message.id);
  describe(tx, message, read);
}
