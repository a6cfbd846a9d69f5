/** An incoming message as data. */
import PostalMime, { type Address, type Attachment, type Email } from 'postal-mime';
import type { Mailbox } from '../core/message/address';
import { mediaType, safeFileName } from '../core/message/attachment';
import { isAutomatic } from '../core/reply/automatic';
import { readReport, type MessageReport } from '../core/reply/report';
import { parseMessageIds } from '../core/reply/threading';
import { plainText } from './plainText';

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
  replyTo: Mailbox[];
  subject: string;
  /** Never empty where the message says anything: made from the HTML where there is no text part. */
  text: string;
  html: string | null;
  /** Of the Date header, epoch ms; undefined where it is missing or unreadable. */
  date?: number;
  /** The offset that header carries, minutes east of UTC; undefined where it says that it is not known (-0000). */
  offset?: number;
  /** Written by no person. */
  automatic: boolean;
  /** What it reports about a message of mine, if it does. */
  report: MessageReport | undefined;
  attachments: IncomingAttachment[];
}

function mailboxes(addresses: Address[] | undefined): Mailbox[] {
  return (addresses ?? []).flatMap((entry): Mailbox[] =>
    entry.group ? entry.group : [{ name: entry.name, address: entry.address }],
  );
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

const ENDINGS: Record<string, string> = { 'message/rfc822': '.eml', 'text/calendar': '.ics' };

function nameOf({ filename, mimeType }: Attachment): string {
  if (filename) return safeFileName(filename);
  const [kind, ending] = mimeType.split('/');
  return safeFileName(`${kind === 'image' ? 'picture' : 'attachment'}${ENDINGS[mimeType] ?? `.${ending}`}`);
}

function listAttachments(mail: Email): IncomingAttachment[] {
  return mail.attachments.flatMap((each, part): IncomingAttachment[] => {
    const type = mediaType(each.mimeType);
    if (FOR_PROGRAMS.includes(type)) return [];
    const id = each.contentId?.replace(/^<|>$/g, '');
    const shown = id && (mail.html?.includes(`cid:${id}`) || mail.html?.includes(`cid:${encodeURI(id)}`));
    return [{ part, name: nameOf(each), type, size: bytesOf(each).length, contentId: shown ? id : null }];
  });
}

/** The bytes of every attachment in a source, by its place among them. */
export const parseAttachments = async (source: Buffer): Promise<Buffer[]> =>
  (await PostalMime.parse(source)).attachments.map(bytesOf);

/** Parses a whole message; whatever is malformed in it becomes empty, nothing throws it away. */
export async function parseMessage(bytes: Buffer): Promise<IncomingMessage> {
  const mail = await PostalMime.parse(bytes);
  const header = (name: string) => mail.headers.find((entry) => entry.key === name)?.value;
  const date = mail.date ? Date.parse(mail.date) : NaN;
  const html = mail.html ?? null;
  return {
    messageId: parseMessageIds(mail.messageId)[0],
    inReplyTo: parseMessageIds(mail.inReplyTo)[0],
    references: parseMessageIds(mail.references),
    from: mailboxes(mail.from ? [mail.from] : undefined)[0] ?? { name: '', address: '' },
    to: mailboxes(mail.to),
    cc: mailboxes(mail.cc),
    replyTo: mailboxes(mail.replyTo),
    subject: (mail.subject ?? '').replace(/\s+/g, ' ').trim(),
    text: (mail.text ?? (html ? plainText(html) : '')).trim(),
    html,
    date: Number.isNaN(date) ? undefined : date,
    offset: Number.isNaN(date) ? undefined : offsetOf(header('date')),
    automatic: isAutomatic(header),
    report: readReport(
      mail.attachments.map(({ mimeType, content }) => ({
        mimeType: mimeType.toLowerCase(),
        text: typeof content === 'string' ? content : new TextDecoder().decode(content),
      })),
    ),
    attachments: listAttachments(mail),
  };
}
