/** An outgoing message as the bytes that go over the wire (RFC 5322, MIME by RFC 2045 and 2047). */
import MailComposer from 'nodemailer/lib/mail-composer';
import { randomUUID } from 'node:crypto';
import type { Mailbox } from '../core/message/address';
import type { Importance, Sensitivity } from '../core/message/details';
import { parseMessageIds } from '../core/reply/threading';

type Addressee = Omit<Mailbox, 'group'>;

export interface OutgoingAttachment {
  name: string;
  type: string;
  /** Without angle brackets, of a picture that stands in the HTML. */
  contentId: string | null;
  bytes: Buffer;
}

export interface OutgoingMessage {
  from: Addressee;
  to: Addressee[];
  cc: Addressee[];
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
}

/** As the fields are spelled, RFC 2156 §5.3.4. */
const SENSITIVITY_VALUES: Record<Exclude<Sensitivity, 'none'>, string> = {
  personal: 'Personal',
  private: 'Private',
  'company-confidential': 'Company-Confidential',
};

function detailHeaders({
  importance,
  sensitivity,
  receiptTo,
}: OutgoingMessage): { key: string; value: string }[] {
  const headers: { key: string; value: string }[] = [];
  if (importance && importance !== 'normal') headers.push({ key: 'Importance', value: importance });
  if (sensitivity && sensitivity !== 'none')
    headers.push({ key: 'Sensitivity', value: SENSITIVITY_VALUES[sensitivity] });
  if (receiptTo) headers.push({ key: 'Disposition-Notification-To', value: `<${receiptTo.address}>` });
  return headers;
}

/** A page, where the HTML is only what stands in one. */
const asPage = (html: string) =>
  /<html[\s>]/i.test(html)
    ? html
    : `<!doctype html><html><head><meta charset="utf-8"></head><body>${html}</body></html>`;

/** What the HTML shows stands with it (RFC 2387); the rest is attached (RFC 2183). */
const asPart = ({ name, type, contentId, bytes }: OutgoingAttachment) => ({
  ...{ filename: name, contentType: type, content: bytes },
  ...(contentId
    ? { cid: contentId, contentDisposition: 'inline' as const }
    : { contentDisposition: 'attachment' as const }),
  // A message that is passed on stays as it is (RFC 2046 §5.2.1); everything else may hold any byte.
  ...(type !== 'message/rfc822' && { contentTransferEncoding: 'base64' as const }),
});

/**
 * A new Message-ID (RFC 5322 §3.6.4). It is random, so it tells nothing of when the message was written.
 * @param address whose domain stands on its right side
 */
export function newMessageId(address: string): string {
  return `<${randomUUID()}@${address.slice(address.lastIndexOf('@') + 1)}>`;
}

/**
 * Ids as they may stand in a header: they come from messages of strangers. Anything but printable ASCII would have to
 * be encoded, which an id cannot be (RFC 5322 §3.6.4).
 */
const cleanIds = (ids: readonly string[]) =>
  ids.flatMap(parseMessageIds).filter((id) => /^[\x21-\x7e]+$/.test(id));

/**
 * Composes the message. Date and Message-ID are given, since both belong to the release; hidden recipients are
 * not part of it, they stand in the envelope only. With HTML it is multipart/alternative, plain text first
 * (RFC 2046 §5.1.4); with attachments that, or the text, is the first part of a multipart/mixed.
 * @param released epoch ms, for the Date header
 */
export function composeMessage(
  message: OutgoingMessage,
  messageId: string,
  released: number,
): Promise<Buffer> {
  return new MailComposer({
    from: message.from,
    to: message.to,
    cc: message.cc,
    replyTo: message.replyTo.length ? message.replyTo : undefined,
    subject: message.subject,
    text: message.text,
    html: message.html ? asPage(message.html) : undefined,
    attachments: message.attachments?.map(asPart),
    headers: detailHeaders(message),
    inReplyTo: cleanIds(message.inReplyTo ? [message.inReplyTo] : [])[0],
    references: cleanIds(message.references),
    messageId,
    date: new Date(released),
    newline: '\r\n',
    disableFileAccess: true,
    disableUrlAccess: true,
  })
    .compile()
    .build();
}
