/**
 * Reading whatever comes as a message, with all that has to be computed from its bytes. What cannot be parsed is a
 * message all the same, with what can be told of it.
 */
import { signsOf } from '#core/reply/classify';
import { linkedPages } from '#core/message/links';
import { READING } from '#core/limits';
import { askedDetails } from '#core/message/details';
import type { Strange } from '#core/message/strange';
import type { ReadKey } from './openpgp/keys';
import { fieldsOf } from './openpgp/rawParts';
import { parseMessage, type IncomingMessage } from './parse';
import { digestOf, saysTheSame } from './saysTheSame';

/** A message with what else is kept of it. */
export interface ReadMail {
  mail: IncomingMessage;
  /** What it is known by: what it says (see {@link saysTheSame}), or, of what cannot be read, its very bytes. */
  digest: string;
  /** The pages it links to, for comparing. */
  links: string[];
  /** The key that came in its header (Autocrypt); null where none did. */
  hint: ReadKey | null;
}

/** A key nobody can read is no hint. */
async function hintIn({ autocrypt }: IncomingMessage): Promise<ReadKey | null> {
  if (!autocrypt) return null;
  const { readKeyFile } = await import('./openpgp/keys');
  const [key] = await readKeyFile(Buffer.from(autocrypt.keydata, 'base64')).catch(() => []);
  return key && !key.secret ? key : null;
}

/** Raised with every change after which what was too strange to read may be read. */
export const READER_VERSION = 1;

const withRest = async (mail: IncomingMessage, bytes: Buffer): Promise<ReadMail> => ({
  mail,
  digest: saysTheSame(bytes),
  links: linkedPages(mail.text, mail.html).slice(0, READING.links),
  hint: await hintIn(mail),
});

const [LF, CR] = [10, 13];

/** The message in these bytes. @throws (rejects) with why it cannot be read, in words */
async function readStrictly(bytes: Buffer): Promise<ReadMail> {
  // Nothing in it would be where it belongs: all of it is one line.
  if (bytes.includes(CR) && !bytes.includes(LF))
    throw new Error('Its lines end with CR alone; a message has CRLF, a mailbox file LF (RFC 4155).');
  const mail = await parseMessage(bytes);
  const says = mail.from.address || mail.subject || mail.messageId || mail.date !== undefined;
  if (!says) throw new Error('It has none of the header fields every message has (From, Date, Subject).');
  return withRest(mail, bytes);
}

/** The messages of a file, or for each why it is none. Never rejects. */
export async function readFiled(
  messages: readonly Buffer[],
): Promise<({ read: ReadMail } | { reason: string })[]> {
  return Promise.all(
    messages.map((bytes) =>
      readStrictly(bytes).then(
        (read) => ({ read }),
        (error: unknown) => ({ reason: error instanceof Error ? error.message : 'It is malformed.' }),
      ),
    ),
  );
}

/** The message in these bytes; where it cannot be read, what its header says. Rejects on what no message does. */
export async function readMail(bytes: Buffer): Promise<ReadMail> {
  try {
    return await withRest(await parseMessage(bytes), bytes);
  } catch (error) {
    const said = error instanceof Error ? error.message : '';
    const limit = said.startsWith('Maximum header')
      ? 'header'
      : said.startsWith('Maximum MIME')
        ? 'depth'
        : 'form';
    return { mail: await readHead(bytes, limit), digest: digestOf(bytes), links: [], hint: null };
  }
}

/** Looked for in so much of the beginning; each field is cut. */
export const HEAD_BYTES = 64 * 1024;
const FIELD_BYTES = 4096;
const TOLD = new Set([
  ...['from', 'to', 'cc', 'reply-to', 'subject', 'date', 'message-id', 'in-reply-to', 'references'],
  ...['auto-submitted', 'precedence'],
]);

/** The fields that say whose message it is and what about, each cut, from the beginning of a source. */
function toldBy(bytes: Buffer): Buffer {
  const head = bytes.toString('latin1', 0, HEAD_BYTES).replace(/\r\n?/g, '\n');
  const end = head.indexOf('\n\n');
  const told = fieldsOf(end < 0 ? head : head.slice(0, end)).filter(({ name }) => TOLD.has(name));
  return Buffer.from(`${told.map(({ text }) => text.slice(0, FIELD_BYTES)).join('\r\n')}\r\n\r\n`, 'latin1');
}

/**
 * What the header of a message says that cannot be read as a whole. Rejects on what no header does.
 * @param beginning of the message; @param strange why it cannot be read
 */
export async function readHead(beginning: Buffer, strange: Strange): Promise<IncomingMessage> {
  const mail = await parseMessage(toldBy(beginning));
  return { ...mail, text: '', html: null, strange };
}

/** Of a message nothing can be told of. */
export const readNothing = (strange: Strange): IncomingMessage => ({
  references: [],
  from: { name: '', address: '' },
  to: [],
  cc: [],
  bcc: [],
  replyTo: [],
  subject: 'A message too strange to read',
  text: '',
  html: null,
  details: askedDetails(() => undefined),
  list: null,
  signs: signsOf(() => undefined),
  report: undefined,
  attachments: [],
  calendar: null,
  autocrypt: undefined,
  protection: null,
  strange,
});
