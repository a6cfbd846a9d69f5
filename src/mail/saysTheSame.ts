/** Whether two messages are one: what they say, apart from how they came. */
import { createHash } from 'node:crypto';

/**
 * What is put on the way, and in the mailbox at its end: trace fields (RFC 5322 §3.6.7, RFC 9228), and the state of
 * mailbox files.
 */
const ON_THE_WAY =
  /^(?:received|return-path|delivered-to|x-original-to|status|x-status|x-keywords|x-uid|content-length|lines)[ \t]*:/i;

/** Header fields, each with the lines it is folded over. */
const FIELDS = /^(?![ \t]).*(?:\n[ \t].*)*$/gm;

/**
 * A digest of a message that is the same however its lines end and whatever way it took.
 * @param bytes as they came, of any length
 */
export function saysTheSame(bytes: Buffer): string {
  const text = bytes
    .toString('latin1')
    .replace(/\r\n?/g, '\n')
    .replace(/(?<!\n)\n+$/, '');
  const end = text.indexOf('\n\n');
  const head = end < 0 ? text : text.slice(0, end);
  const fields = (head.match(FIELDS) ?? []).filter((field) => !ON_THE_WAY.test(field));
  const hash = createHash('sha256').update(fields.join('\n'), 'latin1');
  if (end >= 0) hash.update(text.slice(end), 'latin1');
  return hash.digest('base64url');
}

/** A digest of the very bytes. */
export const digestOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('base64url');
