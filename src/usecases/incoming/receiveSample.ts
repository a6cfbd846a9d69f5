/** Taking in a message that is given in parts, as if it had come from outside: for seeding a sandbox. */
import type { Mailbox } from '../../core/message/address';
import { composeMessage } from '../../mail/compose';
import type { Message } from '../../store/messages';
import type { Desk } from '../desk';
import { receiveMail } from './receiveMail';

export interface Sample {
  from: Mailbox;
  to: Mailbox;
  subject: string;
  text: string;
  messageId: string;
  /** When it was written, epoch ms. */
  at: number;
  /** An automatic answer (RFC 3834). */
  automatic?: boolean;
}

export async function receiveSample(desk: Desk, sample: Sample): Promise<Message> {
  const { from, to, subject, text, messageId, at, automatic } = sample;
  const parts = { from, to: [to], cc: [], replyTo: [], subject, text, references: [] };
  const bytes = await composeMessage(parts, messageId, at);
  const header = automatic ? 'Auto-Submitted: auto-replied\r\n' : '';
  return receiveMail(desk, Buffer.concat([Buffer.from(header), bytes]));
}
