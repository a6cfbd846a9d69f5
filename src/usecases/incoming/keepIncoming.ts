/** An incoming message is kept, in its thread, with all that is known of it. */
import { addressKey } from '../../core/message/address';
import { linkedPages } from '../../core/message/links';
import { ancestors, baseSubject, isAnswerSubject } from '../../core/reply/threading';
import type { IncomingMessage } from '../../mail/parse';
import { saysTheSame } from '../../mail/saysTheSame';
import { insertAttachment } from '../../store/attachments';
import { noteChange, record } from '../../store/journal';
import { noteLinks } from '../../store/links';
import {
  insertMessage,
  insertSource,
  setRecipients,
  setReferences,
  type Message,
} from '../../store/messages';
import { noteMet } from '../../store/metAddresses';
import { indexWords } from '../../store/search';
import type { Tx } from '../../store/store';
import { insertThread, mergeThreads, relatedThreads, threadAlike, type Place } from '../../store/threads';
import { newId } from '../desk';

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
  /** When this is written down, epoch ms. */
  now: number;
  /** What the history says of it. */
  what: string;
}

/** @param bytes as they came */
export function keepIncoming(tx: Tx, mail: IncomingMessage, bytes: Buffer, keeping: Keeping): Message {
  const { at, place, now, what } = keeping;
  const named = ancestors(mail);
  const message = insertMessage(tx, {
    id: newId(),
    threadId: threadFor(tx, mail, named, at),
    direction: 'in',
    headerId: mail.messageId ?? null,
    inReplyTo: mail.inReplyTo ?? null,
    references: mail.references,
    fromName: mail.from.name,
    fromAddress: mail.from.address,
    subject: mail.subject,
    text: mail.text,
    html: mail.html,
    automatic: mail.automatic,
    writtenAt: mail.date ?? null,
    writtenOffset: mail.offset ?? null,
    at,
    place,
    createdAt: now,
  });
  insertSource(tx, message.id, bytes, mail.messageId ? null : saysTheSame(bytes));
  for (const attachment of mail.attachments)
    insertAttachment(tx, { ...attachment, id: newId(), messageId: message.id, received: attachment.size });
  noteLinks(tx, message.id, linkedPages(mail.text, mail.html));
  if (!mail.automatic) noteMet(tx, [mail.from, ...mail.to, ...mail.cc], at);
  setReferences(tx, message.id, named);
  setRecipients(tx, message.id, 'to', mail.to);
  setRecipients(tx, message.id, 'cc', mail.cc);
  setRecipients(tx, message.id, 'replyTo', mail.replyTo);
  record(tx, { at: now, messageId: message.id, what });
  noteChange(tx, 'message', message.id);
  indexWords(tx);
  return message;
}
