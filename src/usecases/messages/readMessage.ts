/** Messages as they are shown. */
import { addressKey, type Mailbox } from '../../core/message/address';
import type { Plan } from '../../core/plan/plan';
import type { MessageDetails } from '../../core/message/details';
import { htmlBody } from '../../mail/htmlBody';
import { attachmentsOf, withAttachments, type Attachment } from '../../store/attachments';
import { correspondentsAt } from '../../store/correspondents';
import { departuresOf } from '../../store/departures';
import { historyOf, type JournalEntry } from '../../store/journal';
import {
  countIn,
  draftMessages,
  findMessage,
  messagesIn,
  messagesOfThread,
  recipientsOf,
  sourceOf,
  type Message,
  type Place,
  type Recipient,
  type RecipientField,
} from '../../store/messages';
import { waitingReturns } from '../../store/returns';
import { readDeparturesOf, type DepartureView } from '../departures/departureView';
import { attachedTo } from './attachments';
import type { Desk } from '../desk';
import { NotFound } from '../errors';

/** A message in a list. Moments are epoch ms. */
export interface MessageSummary {
  id: string;
  threadId: string;
  direction: 'in' | 'out';
  from: Mailbox & { zone: string | null; place: string | null };
  to: Mailbox[];
  subject: string;
  /** The first words. */
  preview: string;
  at: number;
  automatic: boolean;
  place: Place | null;
  returnedAt: number | null;
  returnedWhy: Message['returnedWhy'];
  /** Until when it is put off; null where it is not. */
  snoozedUntil: number | null;
  /** Something is attached. */
  attached: boolean;
}

/** A whole message. */
export interface MessageView extends MessageSummary, MessageDetails {
  revision: number;
  cc: Mailbox[];
  bcc: Mailbox[];
  replyTo: Mailbox[];
  text: string;
  html: string | null;
  headerId: string | null;
  attachments: Attachment[];
  /** It answers another message. */
  answering: boolean;
  /** The last plan it had, kept for the next try; null where it never had one. */
  plan: Plan | null;
  departures: DepartureView[];
  /** The other messages of its thread, oldest first. */
  thread: MessageSummary[];
  history: JournalEntry[];
}

const asMailbox = ({ name, address, groupId }: Recipient): Mailbox =>
  groupId ? { name, address, group: groupId } : { name, address };

const PREVIEW_LENGTH = 140;

/** The first words of a text, quoted lines left out. */
function firstWords(text: string): string {
  const own = text
    .split('\n')
    .filter((line) => !line.startsWith('>'))
    .join(' ')
    .replace(/\s+/g, ' ')
    .trim();
  return own.length > PREVIEW_LENGTH ? `${own.slice(0, PREVIEW_LENGTH).trimEnd()}…` : own;
}

function summaries(desk: Desk, messages: Message[]): MessageSummary[] {
  const { db } = desk.store;
  const ids = messages.map((message) => message.id);
  const people = correspondentsAt(
    db,
    messages.map((message) => message.fromAddress),
  );
  const to = recipientsOf(db, ids).filter((each) => each.field === 'to');
  const attached = withAttachments(db, ids);
  const until = new Map(waitingReturns(db, ids).map((row) => [row.messageId, row.due]));
  return messages.map((message) => {
    const person = people.get(addressKey(message.fromAddress));
    return {
      id: message.id,
      threadId: message.threadId,
      direction: message.direction,
      from: {
        name: message.fromName || person?.name || '',
        address: message.fromAddress,
        zone: person?.zone ?? null,
        place: person?.place ?? null,
      },
      to: to.filter((each) => each.messageId === message.id).map(asMailbox),
      subject: message.subject,
      preview: firstWords(message.text),
      at: message.at,
      automatic: message.automatic,
      place: message.place,
      returnedAt: message.returnedAt,
      returnedWhy: message.returnedWhy,
      snoozedUntil: until.get(message.id) ?? null,
      attached: attached.has(message.id),
    };
  });
}

/** @throws NotFound */
export function readMessage(desk: Desk, id: string): MessageView {
  const { db } = desk.store;
  const message = findMessage(db, id);
  if (!message || message.deletedAt !== null) throw new NotFound('There is no such message.');
  const all = recipientsOf(db, [id]);
  const listed = (field: RecipientField): Mailbox[] =>
    all.filter((each) => each.field === field).map(asMailbox);
  const thread = messagesOfThread(db, message.threadId).filter((each) => each.id !== id);
  return {
    ...summaries(desk, [message])[0]!,
    revision: message.revision,
    cc: listed('cc'),
    bcc: listed('bcc'),
    replyTo: listed('replyTo'),
    text: message.text,
    html: message.html,
    headerId: message.headerId,
    identity: message.identity,
    importance: message.importance,
    sensitivity: message.sensitivity,
    deliveryReceipt: message.deliveryReceipt,
    readReceipt: message.readReceipt,
    keptIn: message.keptIn,
    attachments: attachmentsOf(db, id),
    answering: message.inReplyTo !== null,
    plan: departuresOf(db, id).at(-1)?.plan ?? null,
    departures: readDeparturesOf(desk, id),
    thread: summaries(desk, thread),
    history: historyOf(db, id),
  };
}

/**
 * The bytes of an incoming message as they arrived.
 * @throws NotFound
 */
export function readSource(desk: Desk, id: string): Buffer {
  const bytes = sourceOf(desk.store.db, id);
  if (!bytes) throw new NotFound('There is no source of this message.');
  return bytes;
}

export interface MessagePage {
  messages: MessageSummary[];
  /** How many there are in all. */
  total: number;
}

/** The incoming messages in the inbox or put off; newest first, what came back by when it did. */
export function listIncoming(desk: Desk, place: Place, limit: number): MessagePage {
  const messages = summaries(desk, messagesIn(desk.store.db, place, limit));
  return { messages, total: countIn(desk.store.db, place) };
}

/** Messages that are not on their way, last changed first. */
export function listDrafts(desk: Desk, limit: number): MessagePage {
  const messages = summaries(desk, draftMessages(desk.store.db, limit));
  return { messages, total: messages.length };
}

/**
 * The HTML of a message, for a frame of its own.
 * @throws (rejects) NotFound
 */
export async function readHtml(desk: Desk, id: string): Promise<string> {
  const message = findMessage(desk.store.db, id);
  if (!message?.html || message.deletedAt !== null) throw new NotFound('There is no such message in HTML.');
  const attached = message.html.includes('cid:') ? await attachedTo(desk.store.db, id) : [];
  const pictures = attached.flatMap(({ contentId, type, bytes }) =>
    contentId ? [{ contentId, type, bytes }] : [],
  );
  return htmlBody(message.html, pictures);
}
