/** What mail servers and mail programs report of their own accord: that a message was delivered, and that it was seen. */
import MimeNode from 'nodemailer/lib/mime-node';
import PostalMime from 'postal-mime';
import { createHash } from 'node:crypto';

/** What an envelope asked for (RFC 3461 §4). */
export interface ReportAsked {
  /** The envelope's sender, who gets the reports. */
  sender: string;
  envelopeId: string | null;
  originalRecipient: string | null;
  /** The headers of the message, or all of it. */
  back: 'HDRS' | 'FULL';
}

const headersOf = (source: Buffer) =>
  source.subarray(0, Math.max(0, source.indexOf('\r\n\r\n')) + 2).toString();

/** A multipart/report (RFC 6522): words for people, fields for programs, and the message it is about. */
function report(
  type: string,
  from: string,
  to: string,
  subject: string,
  at: number,
  parts: { words: string; type: string; fields: string[]; original: string; full: boolean },
): Promise<Buffer> {
  const digest = createHash('sha256').update(`${type} ${from} ${at} ${parts.fields.join()}`).digest('hex');
  const root = new MimeNode(`multipart/report; report-type=${type}`, { newline: '\r\n' });
  root.setHeader({
    From: from,
    To: to,
    Subject: subject,
    Date: new Date(at).toUTCString().replace('GMT', '+0000'),
    'Message-ID': `<${digest.slice(0, 32)}@postoffice.example>`,
    'Auto-Submitted': 'auto-replied',
  });
  root.createChild('text/plain; charset=utf-8').setContent(parts.words);
  root.createChild(parts.type).setContent(parts.fields.join('\r\n'));
  root
    .createChild(parts.full ? 'message/rfc822' : 'text/rfc822-headers', {
      contentTransferEncoding: '8bit',
    } as object)
    .setContent(parts.original);
  return root.build();
}

/** A server says that it has put the message into its reader's mailbox (RFC 3464). */
export function composeDelivered(
  address: string,
  source: Buffer,
  asked: ReportAsked,
  at: number,
): Promise<Buffer> {
  const full = asked.back === 'FULL';
  return report(
    'delivery-status',
    `Mail delivery <postmaster@${address.split('@')[1]}>`,
    asked.sender,
    'Delivered',
    at,
    {
      words: `Your message is in the mailbox of ${address}.\r\n`,
      type: 'message/delivery-status',
      full,
      fields: [
        `Reporting-MTA: dns; mail.${address.split('@')[1]}`,
        ...(asked.envelopeId ? [`Original-Envelope-Id: ${asked.envelopeId}`] : []),
        '',
        ...(asked.originalRecipient ? [`Original-Recipient: ${asked.originalRecipient}`] : []),
        `Final-Recipient: rfc822; ${address}`,
        'Action: delivered',
        'Status: 2.0.0',
        '',
      ],
      original: full ? source.toString() : headersOf(source),
    },
  );
}

/**
 * A server gives a message up that it had taken: its reader's mailbox is gone (RFC 3464).
 * @returns undefined where the message has no sender
 */
export async function composeFailed(
  { address }: { address: string },
  source: Buffer,
  at: number,
): Promise<{ to: string; bytes: Buffer } | undefined> {
  const to = (await PostalMime.parse(source)).from?.address;
  if (!to) return undefined;
  const domain = address.split('@')[1];
  const bytes = await report(
    'delivery-status',
    `Mail delivery <postmaster@${domain}>`,
    to,
    'Not delivered',
    at,
    {
      words: `Your message to ${address} could not be delivered.\r\n`,
      type: 'message/delivery-status',
      fields: [
        `Reporting-MTA: dns; mail.${domain}`,
        '',
        `Final-Recipient: rfc822; ${address}`,
        'Action: failed',
        'Status: 5.2.1',
        'Diagnostic-Code: smtp; 550 5.2.1 This mailbox is closed',
        '',
      ],
      original: headersOf(source),
      full: false,
    },
  );
  return { to, bytes };
}

/**
 * A reader's program says that it has shown the message (RFC 8098).
 * @returns undefined where the message does not ask for it
 */
export async function composeSeen(
  reader: { name: string; address: string },
  source: Buffer,
  at: number,
): Promise<{ to: string; bytes: Buffer } | undefined> {
  const mail = await PostalMime.parse(source);
  const asked = mail.headers.find(({ key }) => key === 'disposition-notification-to')?.value;
  const to = /<?([^<>\s]+@[^<>\s]+)>?/.exec(asked ?? '')?.[1];
  if (!to) return undefined;
  const bytes = await report(
    'disposition-notification',
    `${reader.name} <${reader.address}>`,
    to,
    `Seen: ${mail.subject ?? ''}`,
    at,
    {
      words: `${reader.name} has opened your message.\r\n`,
      type: 'message/disposition-notification',
      fields: [
        'Reporting-UA: mail.example; the post office',
        `Final-Recipient: rfc822; ${reader.address}`,
        ...(mail.messageId ? [`Original-Message-ID: ${mail.messageId}`] : []),
        'Disposition: manual-action/MDN-sent-manually; displayed',
        '',
      ],
      original: headersOf(source),
      full: false,
    },
  );
  return { to, bytes };
}
