/** What a FETCH asks for (RFC 9051 §6.4.5), and the answer. */
import { compiler } from 'imapflow/lib/handler/imap-handler.js';
import { formatDateTime } from 'imapflow/lib/tools.js';
import type { ImapCompileNode } from 'imapflow/lib/handler/types.js';
import type { Lying } from './folders';
import { textOf, textsOf, type ImapAttribute } from './reading';

/** What is not told here. */
export class UnknownItem extends Error {}

/** Where the header of a message ends, its empty line with it. */
export function headerOf(source: Buffer): Buffer {
  const end = source.indexOf('\r\n\r\n');
  return end < 0 ? source : source.subarray(0, end + 4);
}

/** Only those fields, or all but those, as they stand there. */
function fieldsOf(header: Buffer, names: readonly string[], isNot: boolean): Buffer {
  const wanted = new Set(names.map((name) => name.toLowerCase()));
  const fields = header.toString('latin1').split(/\r\n(?![ \t])/);
  const chosen = fields.filter((field) => field && wanted.has(field.split(':')[0]!.toLowerCase()) !== isNot);
  return Buffer.from(`${chosen.join('\r\n')}${chosen.length > 0 ? '\r\n' : ''}\r\n`, 'latin1');
}

const atom = (value: string): ImapCompileNode => ({ type: 'ATOM', value });
const literal = (value: Buffer): ImapCompileNode => ({ type: 'LITERAL', value });

/** The bytes of a part of the message. */
function bodyPart(section: readonly ImapAttribute[], source: Buffer): Buffer {
  const [what, list] = section;
  const name = textOf(what)?.toUpperCase() ?? '';
  const header = headerOf(source);
  switch (name) {
    case '':
      return source;
    case 'HEADER':
      return header;
    case 'TEXT':
      return source.subarray(header.length);
    case 'HEADER.FIELDS':
    case 'HEADER.FIELDS.NOT':
      return fieldsOf(header, textsOf(list), name.endsWith('NOT'));
  }
  throw new UnknownItem('Parts of a message are not told one by one here.');
}

export interface Fetched extends Lying {
  source: () => Buffer;
}

/** What is asked of a message, by its name. */
function item(asked: ImapAttribute, { uid, flags, at, size, source }: Fetched): ImapCompileNode[] {
  const name = textOf(asked)?.toUpperCase() ?? '';
  switch (name) {
    case 'UID':
      return [atom('UID'), uid];
    case 'FLAGS':
      return [atom('FLAGS'), flags.map(atom)];
    case 'INTERNALDATE':
      return [atom('INTERNALDATE'), formatDateTime(at)];
    case 'RFC822.SIZE':
      return [atom('RFC822.SIZE'), size];
    case 'RFC822':
      return [atom('RFC822'), literal(source())];
    case 'BODY':
    case 'BODY.PEEK': {
      const section = Array.isArray(asked) ? undefined : asked?.section;
      if (!section) break;
      return [{ type: 'ATOM', value: 'BODY', section }, literal(bodyPart(section, source()))];
    }
  }
  throw new UnknownItem(`${name || 'That'} is not told here.`);
}

/** Whether a message is seen by being asked for that. */
export const marksSeen = (asked: readonly ImapAttribute[]): boolean =>
  asked.some((each) => ['BODY', 'RFC822'].includes(textOf(each)?.toUpperCase() ?? ''));

/**
 * One line that tells of a message.
 * @param number its place in the folder, from 1
 * @throws UnknownItem
 */
export function fetchLine(number: number, asked: readonly ImapAttribute[], fetched: Fetched): Buffer {
  const attributes = [asked.flatMap((each) => item(each, fetched))];
  return compiler({ tag: '*', command: `${number} FETCH`, attributes });
}
