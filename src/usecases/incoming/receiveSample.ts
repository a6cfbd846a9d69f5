/** Taking in a message that is given in parts, as if it had come from outside: for seeding a sandbox. */
import type { Method } from '#core/calendar/invitation';
import type { Mailbox } from '#core/message/address';
import { composeMessage } from '#mail/compose';
import type { Message } from '#store/messages';
import type { Desk } from '../desk';
import { receiveMail } from './receiveMail';

export interface Sample {
  from: Mailbox;
  to: Mailbox;
  subject: string;
  text: string;
  messageId: string;
  /** When it was written, ISO 8601 with the writer's offset. */
  date: string;
  /** An automatic answer (RFC 3834). */
  automatic?: boolean;
  attachment?: { name: string; type: string; text: string };
  /** What it says to calendar programs (iMIP, RFC 6047). */
  calendar?: { method: Method; text: string };
}

/** `Tue, 24 Nov 2026 17:10:00 +1030` (RFC 5322 §3.3) of an ISO time with an offset. */
function dateHeader(date: string): string {
  const [, local, offset] = /^(.*?)(Z|[+-]\d{2}:\d{2})$/.exec(date)!;
  const utc = new Date(`${local}Z`).toUTCString();
  return utc.replace('GMT', offset === 'Z' ? '+0000' : offset!.replace(':', ''));
}

export async function receiveSample(desk: Desk, sample: Sample): Promise<Message> {
  const { from, to, subject, text, messageId, date, automatic, attachment, calendar } = sample;
  const attachments = attachment
    ? [{ ...attachment, contentId: null, bytes: Buffer.from(attachment.text) }]
    : [];
  const parts = { from, to: [to], cc: [], replyTo: [], subject, text, references: [], attachments, calendar };
  const { bytes: composed } = await composeMessage(parts, messageId, Date.parse(date));
  const bytes = Buffer.from(composed.toString().replace(/^Date: .*$/m, `Date: ${dateHeader(date)}`));
  const header = automatic ? 'Auto-Submitted: auto-replied\r\n' : '';
  return receiveMail(desk, Buffer.concat([Buffer.from(header), bytes]));
}
