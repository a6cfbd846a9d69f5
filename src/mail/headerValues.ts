/** Values of header fields, written so that they come out at the other end as they were put in. */
import { encodeWord } from 'nodemailer/lib/mime-funcs';

/** Characters of a header line at most, RFC 5322 §2.1.1. */
export const LONGEST_LINE = 998;

/** Encoded words are at most 75 characters long (RFC 2047 §2); the name of the field stands before the first. */
const WORD_LENGTH = 52;
/** Lines are folded at spaces, so what has none for so long is better encoded. */
const LONGEST_RUN = 70;
const PRINTABLE = /^[\x20-\x7e]*$/;
const NOT_ASCII = /[^\x20-\x7e]/g;

/** What would be read as something else: encoded words that somebody has typed, and what folding would lose. */
const misread = (text: string) =>
  text.includes('=?') ||
  /^\s|\s$|\s{2}/.test(text) ||
  text.split(' ').some((run) => run.length > LONGEST_RUN);

/** Line ends and tabs are spaces here: a field is one line. */
const oneLine = (text: string) => text.replace(/[\r\n\t]+/g, ' ');

const encoded = (text: string) =>
  encodeWord(text, (text.match(NOT_ASCII)?.length ?? 0) > text.length / 3 ? 'B' : 'Q', WORD_LENGTH);

/** Unstructured text (RFC 5322 §2.2.1), in encoded words where it has to be (RFC 2047 §5). */
export function textValue(text: string): string {
  const line = oneLine(text);
  return PRINTABLE.test(line) && !misread(line) ? line : encoded(line);
}

const quoted = (text: string) => `"${text.replace(/(["\\])/g, '\\$1')}"`;

/** A display name: a phrase (RFC 5322 §3.2.5); encoded words stand in no quotes (RFC 2047 §5). */
export function phrase(text: string): string {
  const name = oneLine(text);
  if (!PRINTABLE.test(name) || misread(name)) return encoded(name);
  return /^[\w ]*$/.test(name) ? name : quoted(name);
}

/** So much of a parameter stands in one piece. */
const PARAMETER_LENGTH = 60;

const escapedBytes = (letter: string) =>
  [...Buffer.from(letter)].map((byte) => `%${byte.toString(16).toUpperCase().padStart(2, '0')}`).join('');

/** A parameter with any value: in pieces, with its character set (RFC 2231 §3 and §4). */
export function parameter(name: string, value: string): string {
  if (PRINTABLE.test(value) && value.length <= PARAMETER_LENGTH && !value.includes('=?'))
    return `; ${name}=${quoted(value)}`;
  const escapes = [...value].map((letter) => (/^[\w.-]$/.test(letter) ? letter : escapedBytes(letter)));
  const pieces: string[] = [''];
  for (const escape of escapes) {
    if (pieces.at(-1)!.length + escape.length > PARAMETER_LENGTH) pieces.push('');
    pieces[pieces.length - 1] += escape;
  }
  if (pieces.length === 1) return `; ${name}*=utf-8''${pieces[0]}`;
  return pieces.map((piece, index) => `; ${name}*${index}*=${index === 0 ? "utf-8''" : ''}${piece}`).join('');
}
