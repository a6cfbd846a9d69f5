/** Mailboxes in one file: messages one after another, each after a line that begins with `From ` (RFC 4155). */

const [LF, CR, QUOTE] = [10, 13, 62];
const FROM = new TextEncoder().encode('From ');

function startsWith(bytes: Uint8Array, at: number, words: Uint8Array): boolean {
  for (let n = 0; n < words.length; n++) if (bytes[at + n] !== words[n]) return false;
  return true;
}

/** True where the line before the one that begins at `at` is empty, or there is none. */
function afterBlank(bytes: Uint8Array, at: number): boolean {
  if (at === 0) return true;
  let end = at - 2;
  if (bytes[end] === CR) end--;
  return end < 0 || bytes[end] === LF;
}

/** `>From ` is `From ` that stood in the text; of several marks one goes. */
function unquoted(message: Uint8Array): Uint8Array {
  const out = new Uint8Array(message.length);
  let [length, copied] = [0, 0];
  const copy = (until: number) => {
    out.set(message.subarray(copied, until), length);
    length += until - copied;
  };
  for (let at = message.indexOf(QUOTE); at >= 0; at = message.indexOf(QUOTE, at + 1)) {
    if (at > 0 && message[at - 1] !== LF) continue;
    let marks = at;
    while (message[marks] === QUOTE) marks++;
    if (startsWith(message, marks, FROM)) {
      copy(at);
      copied = at + 1;
    }
    at = marks - 1;
  }
  if (copied === 0) return message;
  copy(message.length);
  return out.subarray(0, length);
}

function withoutLastBlank(message: Uint8Array): Uint8Array {
  let end = message.length;
  if (message[end - 1] === LF) end--;
  if (end > 0 && message[end - 1] === CR) end--;
  return end > 0 && message[end - 1] === LF ? message.subarray(0, end) : message;
}

export interface MboxPiece {
  /** Whole messages, without the lines between them. */
  messages: Uint8Array[];
  /** The beginning of one whose end has not come; put it before the next piece. */
  rest: Uint8Array;
}

/** So much of what came before says whether a message begins with what comes. */
export const BEFORE = 8;

/** False where no message begins in a piece. @param before the last {@link BEFORE} bytes of what came before */
export function beginsIn(before: Uint8Array, piece: Uint8Array): boolean {
  const bytes = new Uint8Array(before.length + piece.length);
  bytes.set(before);
  bytes.set(piece, before.length);
  for (let end = bytes.indexOf(LF); end >= 0; end = bytes.indexOf(LF, end + 1))
    if (startsWith(bytes, end + 1, FROM) && afterBlank(bytes, end + 1)) return true;
  // The words may stand across the end of the piece.
  const last = bytes.lastIndexOf(LF);
  return bytes.length - last <= FROM.length;
}

/**
 * Takes whole messages off a piece of a mailbox file.
 * @param last true where nothing follows
 */
export function splitMbox(bytes: Uint8Array, last: boolean): MboxPiece {
  const starts: number[] = [];
  for (let line = 0; line < bytes.length;) {
    if (startsWith(bytes, line, FROM) && afterBlank(bytes, line)) starts.push(line);
    const end = bytes.indexOf(LF, line);
    if (end < 0) break;
    line = end + 1;
  }
  // What stands before the first such line belongs to no message of a mailbox; it is one by itself, to be looked at.
  if (starts[0] !== 0 && bytes.length > 0) starts.unshift(0);
  const messages: Uint8Array[] = [];
  const ends = last ? [...starts.slice(1), bytes.length] : starts.slice(1);
  ends.forEach((end, index) => {
    const start = starts[index]!;
    // A file without a single end of line is given out as it is, to be looked at.
    const from = startsWith(bytes, start, FROM) ? bytes.indexOf(LF, start) + 1 || start : start;
    const message = unquoted(withoutLastBlank(bytes.subarray(from, end)));
    if (message.length > 0) messages.push(message);
  });
  return { messages, rest: last ? bytes.subarray(bytes.length) : bytes.subarray(starts.at(-1) ?? 0) };
}

const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const two = (n: number, fill = '0') => String(n).padStart(2, fill);

/** `Tue Nov 24 14:24:00 2026`, in UTC, as C's asctime has it (RFC 4155 appendix A). */
function asctime(at: number): string {
  const date = new Date(at);
  const time = [date.getUTCHours(), date.getUTCMinutes(), date.getUTCSeconds()].map((n) => two(n)).join(':');
  const day = `${DAYS[date.getUTCDay()]} ${MONTHS[date.getUTCMonth()]} ${two(date.getUTCDate(), ' ')}`;
  return `${day} ${time} ${date.getUTCFullYear()}`;
}

/**
 * One message of a mailbox file, with the line before and the empty one after it. Lines end with LF there.
 * @param from who sent it, an address; @param at when it came, epoch ms
 */
export function mboxEntry(message: Uint8Array, from: string, at: number): Uint8Array {
  const heading = new TextEncoder().encode(
    `From ${from.replace(/\s/g, '') || 'MAILER-DAEMON'} ${asctime(at)}\n`,
  );
  let quotes = 0;
  const eachLine = (tell: (from: number, to: number, quoted: boolean) => void) => {
    for (let line = 0; line < message.length;) {
      const found = message.indexOf(LF, line);
      const next = found < 0 ? message.length : found + 1;
      let end = found < 0 ? next : found;
      if (found >= 0 && end > line && message[end - 1] === CR) end--;
      let marks = line;
      while (message[marks] === QUOTE) marks++;
      tell(line, end, startsWith(message, marks, FROM));
      line = next;
    }
  };
  eachLine((_from, _to, quoted) => (quotes += quoted ? 1 : 0));
  const out = new Uint8Array(heading.length + message.length + quotes + 2);
  out.set(heading);
  let length = heading.length;
  eachLine((from, to, quoted) => {
    if (quoted) out[length++] = QUOTE;
    out.set(message.subarray(from, to), length);
    length += to - from;
    out[length++] = LF;
  });
  out[length++] = LF;
  return out.subarray(0, length);
}
