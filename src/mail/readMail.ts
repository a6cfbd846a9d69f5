/** Reading whatever comes as a message: what cannot be parsed is a message all the same, with what can be told of it. */
import { parseMessage, type IncomingMessage } from './parse';

/** So much of what cannot be parsed is shown. */
const SHOWN = 100_000;

/** The message in these bytes. @throws (rejects) with why it cannot be read, in words */
export async function readStrictly(bytes: Buffer): Promise<IncomingMessage> {
  const mail = await parseMessage(bytes);
  const says = mail.from.address || mail.subject || mail.messageId || mail.date !== undefined;
  if (!says) throw new Error('It has none of the header fields every message has (From, Date, Subject).');
  return mail;
}

/** Never rejects. */
export async function readMail(bytes: Buffer): Promise<IncomingMessage> {
  try {
    return await parseMessage(bytes);
  } catch (error) {
    return {
      ...{ references: [], from: { name: '', address: '' }, to: [], cc: [], replyTo: [] },
      subject: 'A message that could not be read',
      text: `${error instanceof Error ? error.message : 'It is malformed.'}\n\n${bytes.toString('latin1', 0, SHOWN)}`,
      ...{ html: null, automatic: false, report: undefined, attachments: [] },
    };
  }
}
