/** An outgoing message as the bytes that go over the wire (RFC 5322, MIME by RFC 2045 and 2047). */
import MailComposer from 'nodemailer/lib/mail-composer';
import { randomUUID } from 'node:crypto';
import type { Mailbox } from '../core/message/address';
import { parseMessageIds } from '../core/reply/threading';

type Addressee = Omit<Mailbox, 'group'>;

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
}

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
 * (RFC 2046 §5.1.4).
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
    html: message.html ?? undefined,
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
