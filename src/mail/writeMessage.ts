/**
 * A composed message written in one go. The library writes through a chain of streams for each part, which takes three times
 * as long as what is written; of what is as short as most mail that is nearly all of composing.
 */
import { encode as encodeBase64, wrap as wrapBase64 } from 'nodemailer/lib/base64';
import type MimeNode from 'nodemailer/lib/mime-node';
import { encode as encodeQuoted, wrap as wrapQuoted } from 'nodemailer/lib/qp';

/** What is longer, in bytes, is written in turns with other work. */
const LONGEST_AT_ONCE = 128 * 1024;

/** How much is to be written. @returns Infinity where it is not at hand */
function lengthOf({ content, childNodes }: MimeNode): number {
  const own =
    typeof content === 'string' || Buffer.isBuffer(content) ? content.length : content ? Infinity : 0;
  return childNodes.reduce((sum, child) => sum + lengthOf(child), own);
}

/** A letter for each byte, since some parts are no text. */
const letters = (content: string | Buffer) => Buffer.from(content as string).toString('latin1');

/** With CR LF at the end of every line (RFC 5322 §2.3). */
const withLineEnds = (text: string) => text.replace(/(?<!\r)\n/g, '\r\n');

/** What a part holds, as its headers say it is encoded. */
function bodyOf(node: MimeNode): string {
  const content = node.content as string | Buffer | undefined;
  if (!content?.length) return '';
  switch (node.getTransferEncoding()) {
    case 'base64':
      return wrapBase64(encodeBase64(content));
    case 'quoted-printable':
      return wrapQuoted(encodeQuoted(content));
    default:
      return letters(content);
  }
}

/** A part with those in it, between the lines of their boundary (RFC 2046 §5.1.1). */
function part(node: MimeNode): string {
  const headers = letters(node.buildHeaders());
  const body = `${headers}\r\n\r\n${bodyOf(node)}`;
  if (!node.boundary) return body;
  const { boundary } = node;
  return `${body}${node.childNodes.map((child) => `--${boundary}\r\n${part(child)}\r\n`).join('')}--${boundary}--\r\n`;
}

/** The bytes of a message that is made of what is at hand. */
export async function writeMessage(root: MimeNode): Promise<Buffer> {
  if (lengthOf(root) > LONGEST_AT_ONCE) return root.build();
  const text = withLineEnds(part(root));
  return Buffer.from(text.endsWith('\n') ? text : `${text}\r\n`, 'latin1');
}
