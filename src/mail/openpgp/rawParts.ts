/**
 * The parts of a message byte for byte as they stand there: what is signed is signed to the letter, so nothing of it may
 * be decoded and written anew (RFC 3156 §5, RFC 2046 §5.1.1).
 */
import libmime from 'libmime';
import { decode } from 'libqp';
import { READING } from '#core/limits';

export interface RawPart {
  /** Header and body, without the line end that belongs to the delimiter. */
  raw: Buffer;
  /** Lower-case names, values unfolded. */
  headers: ReadonlyMap<string, string>;
  body: Buffer;
  /** Lower case, `text/plain` where none is said. */
  type: string;
  /** Parameters of the type, by lower-case name. */
  parameters: ReadonlyMap<string, string>;
}

const LF = 10;
const CR = 13;

/** Where the body begins, and the header as text. */
function splitHeader(raw: Buffer): { header: string; body: number } {
  let at = 0;
  while (at < raw.length) {
    const end = raw.indexOf(LF, at);
    const line = end < 0 ? raw.length : end;
    if (line === at || (line === at + 1 && raw[at] === CR))
      return { header: raw.toString('latin1', 0, at), body: end < 0 ? raw.length : end + 1 };
    at = line + 1;
  }
  return { header: raw.toString('latin1'), body: raw.length };
}

/** The fields of a header as they stand, folded lines with them. */
export function fieldsOf(header: string): { name: string; text: string }[] {
  const fields: { name: string; text: string }[] = [];
  for (const line of header.split(/\r?\n/)) {
    if (line === '') continue;
    const last = fields.at(-1);
    if (/^[ \t]/.test(line) && last) last.text += `\r\n${line}`;
    else
      fields.push({
        name: line
          .slice(0, Math.max(0, line.indexOf(':')))
          .trimEnd()
          .toLowerCase(),
        text: line,
      });
  }
  return fields;
}

const valueOf = ({ text }: { text: string }) =>
  text
    .slice(text.indexOf(':') + 1)
    .replace(/\r\n/g, '')
    .trim();

function readType(value: string): Pick<RawPart, 'type' | 'parameters'> {
  const { value: type, params } = libmime.parseHeaderValue(value);
  return {
    type: type.trim().toLowerCase() || 'text/plain',
    parameters: new Map(Object.entries(params).map(([name, each]) => [name.toLowerCase(), each])),
  };
}

export function readPart(raw: Buffer): RawPart {
  const { header, body } = splitHeader(raw);
  const headers = new Map<string, string>();
  for (const field of fieldsOf(header)) if (!headers.has(field.name)) headers.set(field.name, valueOf(field));
  return { raw, headers, body: raw.subarray(body), ...readType(headers.get('content-type') ?? '') };
}

/** Header and body of a message, the header to the letter. */
export function headAndBody(raw: Buffer): { fields: { name: string; text: string }[]; body: Buffer } {
  const { header, body } = splitHeader(raw);
  return { fields: fieldsOf(header), body: raw.subarray(body) };
}

/** The parts of a multipart; none of any other. */
export function childrenOf(part: RawPart): RawPart[] {
  const boundary = part.parameters.get('boundary');
  if (!part.type.startsWith('multipart/') || !boundary) return [];
  const delimiter = Buffer.from(`--${boundary}`, 'latin1');
  const { body } = part;
  const children: RawPart[] = [];
  let from: number | undefined;
  for (let at = body.indexOf(delimiter); at >= 0; at = body.indexOf(delimiter, at + delimiter.length)) {
    if (at > 0 && body[at - 1] !== LF) continue;
    const after = at + delimiter.length;
    const isLast = body[after] === 0x2d && body[after + 1] === 0x2d;
    const line = body.indexOf(LF, after);
    // A boundary that begins another, longer one is none.
    const rest = body.toString('latin1', isLast ? after + 2 : after, line < 0 ? body.length : line);
    if (rest.trim() !== '') continue;
    if (from !== undefined) {
      const end = at >= 2 && body[at - 2] === CR ? at - 2 : Math.max(from, at - 1);
      children.push(readPart(body.subarray(from, Math.max(from, end))));
      if (children.length >= READING.parts) return children;
    }
    if (isLast || line < 0) return children;
    from = line + 1;
  }
  return children;
}

/** The bytes of a part without its transfer encoding (RFC 2045 §6). */
export function decodedBody({ headers, body }: RawPart): Buffer {
  const encoding = headers.get('content-transfer-encoding')?.toLowerCase();
  if (encoding === 'base64') return Buffer.from(body.toString('latin1'), 'base64');
  return encoding === 'quoted-printable' ? decode(body.toString('latin1')) : body;
}

/** Every line ends with CRLF (RFC 2045 §2.7): the form that is signed. */
export function withCrLf(bytes: Buffer): Buffer {
  const text = bytes.toString('latin1');
  return /[^\r]\n|^\n|\r(?!\n)/.test(text)
    ? Buffer.from(text.replace(/\r\n|\r|\n/g, '\r\n'), 'latin1')
    : bytes;
}
