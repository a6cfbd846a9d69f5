/** An outgoing message as the bytes that go over the wire (RFC 5322, MIME by RFC 2045 and 2047). */
import MailComposer from 'nodemailer/lib/mail-composer';
import type { Attachment } from 'nodemailer/lib/mailer';
import { randomUUID } from 'node:crypto';
import type { Method } from '#core/calendar/invitation';
import type { Mailbox } from '#core/message/address';
import type { Importance, Sensitivity } from '#core/message/details';
import { writeAutocrypt } from '#core/openpgp/autocrypt';
import { parseMessageIds } from '#core/reply/threading';
import { cutMarks, newMark } from './enclosures';
import { LONGEST_LINE, parameter, phrase, textValue } from './headerValues';
import { writeMessage } from './writeMessage';

type Addressee = Omit<Mailbox, 'group'>;

export type OutgoingAttachment = {
  name: string;
  type: string;
  /** Without angle brackets, of a picture that stands in the HTML. */
  contentId: string | null;
} & ({ bytes: Buffer } | { keptAs: string });

/** A composed message, without the attachments that are kept elsewhere. */
export interface Composed {
  bytes: Buffer;
  /** Where in `bytes` the base64 of such a one goes, in order. */
  cuts: { at: number; attachmentId: string }[];
}

export interface OutgoingMessage {
  from: Addressee;
  to: Addressee[];
  cc: Addressee[];
  /** Of a draft that is kept elsewhere: what leaves names none. */
  bcc?: Addressee[];
  replyTo: Addressee[];
  subject: string;
  text: string;
  html?: string | null;
  inReplyTo?: string | null;
  references: string[];
  importance?: Importance;
  sensitivity?: Sensitivity;
  /** Where the reader's program is asked to say that it was seen (RFC 8098 §2.1). */
  receiptTo?: Addressee;
  attachments?: OutgoingAttachment[];
  /** The key I can be written to with (Autocrypt Level 1 §2.1), base64. */
  ownKey?: string;
  /** For calendar programs, beside the text (iMIP, RFC 6047 §2.4). */
  calendar?: { method: Method; text: string };
}

/** As the fields are spelled, RFC 2156 §5.3.4. */
const SENSITIVITY_VALUES: Record<Exclude<Sensitivity, 'none'>, string> = {
  personal: 'Personal',
  private: 'Private',
  'company-confidential': 'Company-Confidential',
};

interface Header {
  key: string;
  value: string | { prepared: true; value: string };
}

function detailHeaders({ importance, sensitivity, receiptTo, from, ownKey }: OutgoingMessage): Header[] {
  const headers: Header[] = [];
  if (importance && importance !== 'normal') headers.push({ key: 'Importance', value: importance });
  if (sensitivity && sensitivity !== 'none')
    headers.push({ key: 'Sensitivity', value: SENSITIVITY_VALUES[sensitivity] });
  if (receiptTo) headers.push({ key: 'Disposition-Notification-To', value: `<${receiptTo.address}>` });
  // Folded where it has to be: base64 has no spaces.
  if (ownKey)
    headers.push({
      key: 'Autocrypt',
      value: { prepared: true, value: writeAutocrypt(from.address, ownKey) },
    });
  return headers;
}

/** A page, where the HTML is only what stands in one. */
const asPage = (html: string) =>
  /<html[\s>]/i.test(html)
    ? html
    : `<!doctype html><html><head><meta charset="utf-8"></head><body>${html}</body></html>`;

/** Written by us, to the letter; lines are folded at spaces. */
const prepared = (value: string) => ({ prepared: true, foldLines: true, value });

/**
 * Whether bytes can stand in a message without an encoding: 7 bits, lines of at most 998 characters, and CR and LF
 * only together (RFC 2045 §2.7). LF alone is put right on the way.
 */
const isSevenBit = (bytes: Buffer) =>
  bytes
    .toString('latin1')
    .split(/\r?\n/)
    // eslint-disable-next-line no-control-regex
    .every((line) => line.length <= LONGEST_LINE && !/[\u0000\r\u0080-\u00ff]/.test(line));

/**
 * A type as it may stand here. What is made of parts of its own may not be encoded as one (RFC 2045 §6.4, RFC 2046
 * §5.2.1), and no server has to take 8 bits (RFC 6152 §3): what needs encoding goes as a file of bytes.
 */
function typeFor(attachment: OutgoingAttachment): { type: string; encoding: '7bit' | 'base64' } {
  const { type } = attachment;
  const canStand = type === 'message/rfc822' && 'bytes' in attachment && isSevenBit(attachment.bytes);
  if (canStand) return { type, encoding: '7bit' };
  const isComposite = /^(message|multipart)\//.test(type);
  return { type: isComposite ? 'application/octet-stream' : type, encoding: 'base64' };
}

/** Names are cut long before (`safeFileName`); one that was not would not fit into a line. */
const LONGEST_NAME = 200;

/** What the HTML shows stands with it (RFC 2387); the rest is attached (RFC 2183). */
function asPart(attachment: OutgoingAttachment, content: Buffer): Attachment {
  const { name, contentId } = attachment;
  const { type, encoding } = typeFor(attachment);
  const disposition = `${contentId ? 'inline' : 'attachment'}${parameter('filename', name)}`;
  return {
    // Older readers know the name of the type only; they would take encoded words that somebody has typed for such.
    filename: name.includes('=?') || name.length > LONGEST_NAME ? false : name,
    contentType: type,
    content,
    ...(contentId && { cid: contentId }),
    contentTransferEncoding: encoding,
    // It takes any header value here; its types know of the usual ones only.
    contentDisposition: prepared(disposition) as unknown as 'attachment',
  };
}

/**
 * A new Message-ID (RFC 5322 §3.6.4). It is random, so it tells nothing of when the message was written.
 * @param address whose domain stands on its right side
 */
export function newMessageId(address: string): string {
  return `<${randomUUID()}@${address.slice(address.lastIndexOf('@') + 1)}>`;
}

/** A line with an id holds the name of the field besides. */
const LONGEST_ID = LONGEST_LINE - 'In-Reply-To: '.length;

/**
 * Ids as they may stand in a header: they come from messages of strangers. Anything but printable ASCII would have to
 * be encoded, and what is too long for a line folded, which an id cannot be (RFC 5322 §3.6.4).
 */
const cleanIds = (ids: readonly string[]) =>
  ids.flatMap(parseMessageIds).filter((id) => /^[\x21-\x7e]+$/.test(id) && id.length <= LONGEST_ID);

/**
 * Composes the message, with a place for what is kept elsewhere. Date and Message-ID are given, since both belong to the release; hidden recipients are
 * not part of what leaves, they stand in the envelope only. With HTML it is multipart/alternative, plain text first
 * (RFC 2046 §5.1.4); with attachments that, or the text, is the first part of a multipart/mixed.
 * @param released epoch ms, for the Date header
 * @param toTheLetter lines are encoded so that nobody on the way mends them, as what is signed has to be (RFC 3156 §5)
 */
export async function composeMessage(
  message: OutgoingMessage,
  messageId: string,
  released: number,
  toTheLetter = false,
): Promise<Composed> {
  const kept: { attachmentId: string; mark: Buffer }[] = [];
  const contentOf = (attachment: OutgoingAttachment): Buffer => {
    if ('bytes' in attachment) return attachment.bytes;
    const mark = newMark();
    kept.push({ attachmentId: attachment.keptAs, mark });
    return mark;
  };
  const root = new MailComposer({
    from: message.from,
    to: message.to,
    cc: message.cc,
    bcc: message.bcc?.length ? message.bcc : undefined,
    replyTo: message.replyTo.length ? message.replyTo : undefined,
    subject: textValue(message.subject),
    text: message.text,
    html: message.html ? asPage(message.html) : undefined,
    encoding: toTheLetter ? 'base64' : undefined,
    attachments: message.attachments?.map((each) => asPart(each, contentOf(each))),
    // The same for programs (RFC 6047 §2.4); the last of the alternatives is the fullest (RFC 2046 §5.1.4).
    alternatives: message.calendar && [
      {
        contentType: `text/calendar; charset=utf-8; method=${message.calendar.method}`,
        content: message.calendar.text,
      },
    ],
    headers: detailHeaders(message),
    inReplyTo: cleanIds(message.inReplyTo ? [message.inReplyTo] : [])[0],
    references: cleanIds(message.references),
    messageId,
    date: new Date(released),
    // The library would ask the system for random bytes each time; these come from a pool.
    baseBoundary: randomUUID().replaceAll('-', ''),
    newline: '\r\n',
    disableFileAccess: true,
    disableUrlAccess: true,
  }).compile();
  // Its own way puts encoded words that somebody has typed into quotes, where they are decoded all the same.
  Object.assign(root, { _encodeAddressName: phrase, keepBcc: message.bcc !== undefined });
  const marks = kept.map(({ mark }) => mark);
  const { bytes, cuts } = cutMarks(await writeMessage(root), marks);
  return { bytes, cuts: cuts.map(({ at, mark }) => ({ at, attachmentId: kept[mark]!.attachmentId })) };
}
