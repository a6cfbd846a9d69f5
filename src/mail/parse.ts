/** An incoming message as data. */
import PostalMime, { type Address, type Attachment, type Email } from 'postal-mime';
import { LONGEST_INVITATION, type CalendarMessage } from '#core/calendar/invitation';
import { READING } from '#core/limits';
import type { Mailbox } from '#core/message/address';
import { mediaType, safeFileName } from '#core/message/attachment';
import { askedDetails, type AskedDetails } from '#core/message/details';
import { readMailingList, type MailingList } from '#core/message/mailingList';
import type { Protected } from '#core/openpgp/protected';
import type { Strange } from '#core/message/strange';
import { signsOf, type Signs } from '#core/reply/classify';
import { readAutocrypt, type AutocryptHeader } from '#core/openpgp/autocrypt';
import { readReport, type MessageReport } from '#core/reply/report';
import { parseMessageIds } from '#core/reply/threading';
import { protectionOf } from './openpgp/protection';
import { readCalendarPart } from './calendarPart';
import { plainText } from './plainText';
import { decodeAsTheStandardSays } from './windows1252';

decodeAsTheStandardSays();

export interface IncomingAttachment {
  /** Which of the attachments of the source it is. */
  part: number;
  name: string;
  type: string;
  /** Bytes. */
  size: number;
  /** Content-ID without angle brackets, where it stands in the HTML. */
  contentId: string | null;
}

export interface IncomingMessage {
  messageId?: string;
  inReplyTo?: string;
  references: string[];
  from: Mailbox;
  to: Mailbox[];
  cc: Mailbox[];
  /** Only a draft, and what I sent myself, names them. */
  bcc: Mailbox[];
  replyTo: Mailbox[];
  subject: string;
  /** Never empty where the message says anything: made from the HTML where there is no text part. */
  text: string;
  html: string | null;
  /** Of the Date header, epoch ms; undefined where it is missing or unreadable. */
  date?: number;
  /** The offset that header carries, minutes east of UTC; undefined where it says that it is not known (-0000). */
  offset?: number;
  /** What it says of itself, and asks for. */
  details: AskedDetails;
  list: MailingList | null;
  /** What tells what it is. */
  signs: Signs;
  /** What it reports about a message of mine, if it does. */
  report: MessageReport | undefined;
  attachments: IncomingAttachment[];
  /** What it does with an event (iMIP, RFC 6047); null where it does nothing with one that can be read. */
  calendar: CalendarMessage | null;
  /** The key its writer’s program says they can be written to with; undefined where it says none. */
  autocrypt: AutocryptHeader | undefined;
  /** What of it is signed or encrypted, by its structure; null where nothing is. */
  protection: Protected | null;
  /** Why not all of it could be read; null where all was. */
  strange: Strange | null;
}

const line = (text: string) => text.slice(0, READING.line);

function mailboxes(addresses: Address[] | undefined): Mailbox[] {
  return (addresses ?? [])
    .flatMap((entry): Mailbox[] => (entry.group ? entry.group : [entry]))
    .map(({ name, address }) => ({ name: line(name), address: line(address) }));
}

/**
 * The zone of a Date header (RFC 5322 §3.3), minutes east of UTC. `-0000` says that nothing is known of it; letters
 * are of no use either.
 */
function offsetOf(date: string | undefined): number | undefined {
  const match = /([+-])(\d{2})(\d{2})\s*(\([^)]*\)\s*)?$/.exec(date ?? '');
  if (!match || `${match[1]}${match[2]}${match[3]}` === '-0000') return undefined;
  const minutes = Number(match[2]) * 60 + Number(match[3]);
  return minutes > 14 * 60 ? undefined : match[1] === '-' ? -minutes : minutes;
}

const bytesOf = ({ content }: Attachment): Buffer =>
  typeof content === 'string' ? Buffer.from(content) : Buffer.from(new Uint8Array(content));

/** What is for mail programs, not for people. */
const FOR_PROGRAMS = ['message/delivery-status', 'message/disposition-notification', 'text/rfc822-headers'];
/** What a report is read from. */
const OF_REPORTS = [...FOR_PROGRAMS, 'message/rfc822'];
/** So much of a part of a report is looked at. */
const LONGEST_REPORT = 256 * 1024;

const ENDINGS: Record<string, string> = { 'message/rfc822': '.eml', 'text/calendar': '.ics' };

function nameOf({ filename, mimeType }: Attachment): string {
  if (filename) return safeFileName(filename);
  const [kind, ending] = mimeType.split('/');
  return safeFileName(`${kind === 'image' ? 'picture' : 'attachment'}${ENDINGS[mimeType] ?? `.${ending}`}`);
}

/** The Content-IDs HTML shows, as they are written and with their `%` taken apart (RFC 2392). */
export function shownIds(html: string): Set<string> {
  const ids = new Set<string>();
  for (const [, written] of html.matchAll(/\bcid:([^"'\s>)]+)/gi)) {
    ids.add(written!);
    try {
      ids.add(decodeURI(written!));
    } catch {
      // As it is written, then.
    }
  }
  return ids;
}

/** Its part for calendar programs, as text. */
function calendarPart(attachments: readonly Attachment[]): string | undefined {
  const part = attachments.find(({ method }) => method !== undefined);
  if (!part || bytesOf(part).length > LONGEST_INVITATION) return undefined;
  return bytesOf(part).toString();
}

function listAttachments(mail: Email): IncomingAttachment[] {
  const shownInHtml = shownIds(mail.html ?? '');
  return mail.attachments.slice(0, READING.parts).flatMap((each, part): IncomingAttachment[] => {
    const type = mediaType(each.mimeType);
    if (FOR_PROGRAMS.includes(type)) return [];
    const id = each.contentId?.replace(/^<|>$/g, '');
    const shown = id && shownInHtml.has(id);
    return [{ part, name: nameOf(each), type, size: bytesOf(each).length, contentId: shown ? id : null }];
  });
}

const parse = (bytes: Buffer) =>
  PostalMime.parse(bytes, { maxNestingDepth: READING.depth, maxHeadersSize: READING.headerBytes });

/** The bytes of attachments in a source, by their places among all of it; empty where there is none. */
export async function parseAttachments(source: Buffer, parts: readonly number[]): Promise<Buffer[]> {
  const { attachments } = await parse(source);
  return parts.map((part) => {
    const found = attachments[part];
    return found ? bytesOf(found) : Buffer.alloc(0);
  });
}

/** Most mail has nothing of the kind, and is not looked into for it. */
const hasArmor = (bytes: Buffer) => bytes.includes('pgp-') || bytes.includes('-----BEGIN PGP ');

/** The first of a list, and whether it was longer. */
const few = <T>(list: T[], most: number) => [list.slice(0, most), list.length > most] as const;

/**
 * Parses a whole message, within the limits of {@link READING}; whatever is malformed in it becomes empty.
 * @throws (rejects) where it is nested too deep, or its header too long
 */
export async function parseMessage(bytes: Buffer): Promise<IncomingMessage> {
  const mail = await parse(bytes);
  const header = (name: string) => mail.headers.find((entry) => entry.key === name)?.value;
  const date = mail.date ? Date.parse(mail.date) : NaN;
  const whole = mail.html ?? null;
  // HTML that is longer is shown as its words, and those are the text.
  const html = whole !== null && whole.length <= READING.html ? whole : null;
  const text = (mail.text ?? (whole ? plainText(whole) : '')).trim();
  const references = parseMessageIds(mail.references?.slice(0, READING.headerBytes));
  const [to, moreTo] = few(mailboxes(mail.to), READING.recipients);
  const [cc, moreCc] = few(mailboxes(mail.cc), READING.recipients - to.length);
  const [replyTo, moreReplyTo] = few(mailboxes(mail.replyTo), READING.recipients - to.length - cc.length);
  const [bcc, moreBcc] = few(
    mailboxes(mail.bcc),
    READING.recipients - to.length - cc.length - replyTo.length,
  );
  const strange: [Strange, boolean][] = [
    ['parts', mail.attachments.length > READING.parts],
    ['people', moreTo || moreCc || moreReplyTo || moreBcc],
    ['text', text.length > READING.text],
  ];
  return {
    messageId: parseMessageIds(mail.messageId)[0],
    inReplyTo: parseMessageIds(mail.inReplyTo)[0],
    // The first of the thread, and the nearest.
    references: [...references.slice(0, 1), ...references.slice(1).slice(1 - READING.references)],
    from: mailboxes(mail.from ? [mail.from] : undefined)[0] ?? { name: '', address: '' },
    to,
    cc,
    bcc,
    replyTo,
    subject: line((mail.subject ?? '').replace(/\s+/g, ' ').trim()),
    text: text.slice(0, READING.text),
    html,
    date: Number.isNaN(date) ? undefined : date,
    offset: Number.isNaN(date) ? undefined : offsetOf(header('date')),
    details: askedDetails(header),
    list: readMailingList(header),
    signs: signsOf(header, mail.attachments.find(({ method }) => method)?.method),
    report: readReport(
      mail.attachments.flatMap((part) => {
        const mimeType = part.mimeType.toLowerCase();
        if (!OF_REPORTS.includes(mimeType)) return [];
        return { mimeType, text: bytesOf(part).subarray(0, LONGEST_REPORT).toString() };
      }),
    ),
    attachments: listAttachments(mail),
    calendar: readCalendarPart(calendarPart(mail.attachments), Number.isNaN(date) ? 0 : date),
    autocrypt: readAutocrypt(
      mail.headers.filter(({ key }) => key === 'autocrypt').map(({ value }) => value),
      mail.from?.address ?? '',
    ),
    protection: hasArmor(bytes) ? protectionOf(bytes) : null,
    strange: strange.find(([, is]) => is)?.[0] ?? null,
  };
}
