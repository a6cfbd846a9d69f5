/**
 * Attachments that are kept elsewhere. A message is composed around a mark for each; where the mark stood, the base64
 * of the attachment goes (RFC 2045 §6.8). So the same file in many messages is encoded when they leave and kept once.
 */
import libbase64 from 'libbase64';
import { randomBytes } from 'node:crypto';

/** A shorter one is no trouble to keep in the message, bytes. */
export const LEAST_ENCLOSED = 16 * 1024;

/** Bytes of an attachment that make a line of 76 characters. */
const LINE = 57;
/** Encoded in one go, bytes; others have their turn in between. */
const STEP = LINE * 4096;

/** What a message is made of. */
export interface Enclosing {
  bytes: Buffer;
  /** In order. `at`: where in `bytes`. */
  enclosures: readonly { at: number; pieces: readonly Buffer[] }[];
}

/** Stands for an attachment while a message is composed: what nobody can have written, and a line in base64. */
export const newMark = (): Buffer => randomBytes(48);

/** Cuts the marks out. @returns where each stood, in order, by its number in `marks` */
export function cutMarks(
  composed: Buffer,
  marks: readonly Buffer[],
): { bytes: Buffer; cuts: { at: number; mark: number }[] } {
  const found = marks.map((mark, number) => {
    const encoded = mark.toString('base64');
    return { number, from: composed.indexOf(encoded), to: composed.indexOf(encoded) + encoded.length };
  });
  const rest: Buffer[] = [];
  const cuts: { at: number; mark: number }[] = [];
  let end = 0;
  let at = 0;
  for (const { number, from, to } of found.sort((a, b) => a.from - b.from)) {
    if (from < end) throw new Error('An attachment has no place in its message.');
    rest.push(composed.subarray(end, from));
    at += from - end;
    end = to;
    cuts.push({ at, mark: number });
  }
  rest.push(composed.subarray(end));
  return { bytes: rest.length === 1 ? composed : Buffer.concat(rest), cuts };
}

function* encoded(pieces: readonly Buffer[]): Generator<Buffer> {
  const bytes = Buffer.concat(pieces);
  for (let at = 0; at < bytes.length; at += STEP) {
    const lines = libbase64.wrap(libbase64.encode(bytes.subarray(at, at + STEP)), 76);
    yield Buffer.from(at + STEP < bytes.length ? `${lines}\r\n` : lines, 'latin1');
  }
}

function* parts({ bytes, enclosures }: Enclosing): Generator<Buffer> {
  let from = 0;
  for (const { at, pieces } of enclosures) {
    yield bytes.subarray(from, at);
    yield* encoded(pieces);
    from = at;
  }
  yield bytes.subarray(from);
}

/** The message with everything in its place. */
export const whole = (message: Enclosing): Buffer =>
  message.enclosures.length > 0 ? Buffer.concat([...parts(message)]) : message.bytes;

/** The same, a part at a time. */
export async function wholeInTurns(message: Enclosing): Promise<Buffer> {
  if (message.enclosures.length === 0) return message.bytes;
  const all: Buffer[] = [];
  for (const part of parts(message)) {
    all.push(part);
    await new Promise((resolve) => setImmediate(resolve));
  }
  return Buffer.concat(all);
}
