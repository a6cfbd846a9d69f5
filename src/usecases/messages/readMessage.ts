/** Messages as they are shown. */
import type { Classified } from '#core/reply/classify';
import type { Mailbox } from '#core/message/address';
import { addressKey } from '#core/message/address';
import { usualChoices, type Choices, type Plan } from '#core/plan/plan';
import type { MessageDetails } from '#core/message/details';
import type { MailingList } from '#core/message/mailingList';
import type { ReportedAction } from '#core/reply/report';
import type { Strange } from '#core/message/strange';
import { layoutOf, STRANGE_LAYOUT, wordsBody, type Layout } from '#mail/htmlBody';
import { longMs } from '#reading/pool';
import { attachmentsOf, type Attachment } from '#store/attachments';
import { departuresOf, findDeparture } from '#store/departures';
import { whole } from '#mail/enclosures';
import { frozenOf } from '#store/frozen';
import { headerIdOf } from '#store/left';
import { historyOf, type JournalEntry } from '#store/journal';
import {
  draftMessages,
  findMessage,
  findSummaryRows,
  recipientsOf,
  summaryRowsOfThread,
  type Message,
  type RecipientField,
} from '#store/messages';
import { receiptsIn } from '#store/receipts';
import type { Reading } from '#store/store';
import { sourceOf } from '#store/sources';
import { readDeparturesOf, type DepartureView } from '../departures/departureView';
import { attachedTo } from './attachments';
import type { Desk } from '../desk';
import { withEventOrAs } from '../events/boundPlan';
import { NotFound } from '../errors';
import { readApart, unlessStrange } from '../readApart';
import { asMailbox, summaries, type MessageSummary } from './summaries';

/** A whole message. */
export interface MessageView extends MessageSummary, MessageDetails {
  revision: number;
  cc: Mailbox[];
  bcc: Mailbox[];
  replyTo: Mailbox[];
  text: string;
  html: string | null;
  headerId: string | null;
  /** What it reports of a departure of mine; null where it reports nothing. */
  reportOn: ReportOn | null;
  /** What it is, and what tells it; null for what I write. */
  classified: Classified | null;
  /** The mailing list it came by. */
  list: MailingList | null;
  attachments: Attachment[];
  /** It answers another message. */
  answering: boolean;
  /** The series whose occurrences are made from it; null for any other. */
  seriesId: string | null;
  /** The text that is kept and says this; null for any other. */
  textId: string | null;
  /** How a draft is to leave; null: now. */
  plan: Plan | null;
  choices: Choices;
  departures: DepartureView[];
  /** Why not all of it could be read; null where all was. */
  strange: Strange | null;
  /** The other messages of its thread, oldest first; of a very long one the newest. */
  thread: MessageSummary[];
  history: JournalEntry[];
}

/** What a message says of a departure: that it was not delivered, or was seen. */
export interface ReportOn {
  departureId: string;
  subject: string;
  said: { address: string; action: ReportedAction; words: string }[];
}

function reportOn(db: Reading, messageId: string): ReportOn | null {
  const all = receiptsIn(db, messageId);
  const departure = all[0] && findDeparture(db, all[0].departureId);
  if (!departure) return null;
  const subject = findMessage(db, departure.messageId)?.subject ?? '';
  const said = all.map(({ address, action, words }) => ({ address, action, words }));
  return { departureId: departure.id, subject, said };
}

const MOST_OF_THREAD = 200;

/** True where pictures from elsewhere are fetched for what this person writes. */
const fetchesPictures = (desk: Desk, { fromAddress }: Message) =>
  desk.settings().picturesFrom.includes(addressKey(fromAddress));

/** Of a message read before lists could be left at once, that was not kept. */
const asList = (kept: Partial<MailingList>): MailingList => ({
  name: '',
  mail: null,
  page: null,
  oneClick: false,
  leftAt: null,
  ...kept,
});

/** @throws NotFound */
export function readMessage(desk: Desk, id: string): MessageView {
  const { db } = desk.store;
  const message = findMessage(db, id);
  if (!message || message.deletedAt !== null) throw new NotFound('There is no such message.');
  const all = recipientsOf(db, [id]);
  const listed = (field: RecipientField): Mailbox[] =>
    all.filter((each) => each.field === field).map(asMailbox);
  const thread = summaryRowsOfThread(db, message.threadId, MOST_OF_THREAD).filter((each) => each.id !== id);
  return {
    ...summaries(desk, findSummaryRows(db, [id]))[0]!,
    to: listed('to'),
    revision: message.revision,
    cc: listed('cc'),
    bcc: listed('bcc'),
    replyTo: listed('replyTo'),
    text: message.text,
    html: message.html,
    headerId: headerIdOf(db, message),
    reportOn: reportOn(db, id),
    classified: message.classified,
    list: message.list && asList(message.list),
    identity: message.identity,
    importance: message.importance,
    sensitivity: message.sensitivity,
    deliveryReceipt: message.deliveryReceipt,
    readReceipt: message.readReceipt,
    sign: message.sign,
    encrypt: message.encrypt,
    usualWatch: message.usualWatch,
    keptIn: message.keptIn,
    setAside: [...message.setAside],
    fields: message.fields,
    attachments: attachmentsOf(db, id),
    answering: message.inReplyTo !== null,
    seriesId: message.seriesId,
    textId: message.textId,
    plan: message.plan && withEventOrAs(desk, db, message.plan),
    choices: message.choices ?? usualChoices,
    departures: readDeparturesOf(desk, id),
    strange: message.strange,
    thread: summaries(desk, thread),
    history: historyOf(db, id),
  };
}

/** What of a message's HTML is not shown as it came. */
export interface LayoutView extends Layout {
  /** Its pictures from elsewhere are fetched. */
  pictures: boolean;
}

/**
 * @returns null where it is not in HTML
 */
export async function readLayout(desk: Desk, id: string): Promise<LayoutView | null> {
  const message = findMessage(desk.store.db, id);
  if (!message?.html) return null;
  const strange: Layout = { remote: 0, removed: [STRANGE_LAYOUT], misleading: 0 };
  // What I write is no stranger's, and whoever writes waits for the answer with every pause.
  const layout =
    message.direction === 'out'
      ? layoutOf(message.html)
      : await unlessStrange(readApart('layout', [message.html]), strange);
  return { ...layout, pictures: fetchesPictures(desk, message) };
}

/**
 * The bytes of a message as they arrived, or as they left.
 * @throws NotFound
 */
export function readSource(desk: Desk, id: string): Buffer {
  const { db } = desk.store;
  const left = departuresOf(db, id).findLast(({ state }) => state === 'sent');
  const copy = left && frozenOf(db, left.id);
  const bytes = sourceOf(db, id) ?? (copy && whole(copy));
  if (!bytes?.length) throw new NotFound('There is no source of this message.');
  return bytes;
}

export interface MessagePage {
  messages: MessageSummary[];
  /** How many there are in all. */
  total: number;
}

/** Messages that are not on their way, last changed first. */
export function listDrafts(desk: Desk, limit: number): MessagePage {
  const messages = summaries(desk, draftMessages(desk.store.db, limit));
  return { messages, total: messages.length };
}

export interface ShownHtml {
  html: string;
  /** Pictures from elsewhere may be fetched. */
  pictures: boolean;
}

/**
 * The HTML of a message, for a frame of its own.
 * @param asked true where its pictures are to be fetched although their sender is not known for good ones
 * @throws (rejects) NotFound
 */
export async function readHtml(desk: Desk, id: string, asked: boolean): Promise<ShownHtml> {
  const message = findMessage(desk.store.db, id);
  if (!message?.html || message.deletedAt !== null) throw new NotFound('There is no such message in HTML.');
  const attached = message.html.includes('cid:')
    ? await unlessStrange(attachedTo(desk.store.db, id), [])
    : [];
  const own = attached.flatMap(({ contentId, type, bytes }) =>
    contentId ? [{ contentId, type, bytes }] : [],
  );
  const pictures = asked || fetchesPictures(desk, message);
  const ms = longMs(message.html.length);
  const shown = readApart('html', [message.html, own, pictures], { ms });
  return { html: await unlessStrange(shown, wordsBody(message.text)), pictures };
}
