/** What a text quotes, told apart from what its writer wrote. */

export interface TextPart {
  text: string;
  quoted: boolean;
}

/** Quotes shorter than this stay as they are: they are what is being answered. */
const SHORT = 4;

/** A quoted line (RFC 3676 §4.5). */
const isQuoted = (line: string) => line.startsWith('>');

/** The text in parts, in order; nothing of it is lost. Only long quotes are parts of their own. */
export function foldQuotes(text: string): TextPart[] {
  const parts: TextPart[] = [];
  const put = (lines: string[], quoted: boolean) => {
    const last = parts.at(-1);
    const joined = lines.join('\n');
    if (last && !last.quoted && !quoted) last.text += `\n${joined}`;
    else parts.push({ text: joined, quoted });
  };
  let lines: string[] = [];
  let quoting = false;
  const end = () => {
    if (lines.length > 0) put(lines, quoting && lines.length >= SHORT);
    lines = [];
  };
  for (const line of text.split('\n')) {
    const quoted = isQuoted(line);
    if (quoted !== quoting) end();
    quoting = quoted;
    lines.push(line);
  }
  end();
  return parts;
}

/** “On Tue, 24 Nov 2026 at 14:25, Haruki Anzai <h@x.example> wrote:” — in whatever language, over two lines at most. */
const MOST_INTRODUCTION = 200;
/** Where programs put the message that is answered below the answer, with its head. */
const BEGINS_ORIGINAL =
  /^-{2,}\s*(Original Message|Forwarded message|Mensagem original|Ursprüngliche Nachricht|Message d.origine|Mensaje original)\s*-{2,}$/i;
/** A line that says whose words follow names a day or an address, or says that somebody wrote. */
const introduces = (words: string) =>
  words.length <= MOST_INTRODUCTION &&
  words.endsWith(':') &&
  (/[@\d]/.test(words) || /(wrote|writes|schrieb|écrit|escreveu|escribió)\s?:$/i.test(words));

/**
 * A text without the lines it quotes, the lines that introduce them, and without an original message
 * below it. Where nothing else is in it, the text as it is.
 */
export function withoutQuotes(text: string): string {
  const lines = text.split('\n').map((line) => line.trimEnd());
  const end = lines.findIndex((line) => BEGINS_ORIGINAL.test(line));
  const own: string[] = [];
  for (const line of end < 0 ? lines : lines.slice(0, end)) {
    if (!isQuoted(line)) {
      own.push(line);
      continue;
    }
    // Blank lines may stand between the introduction and what it introduces.
    while (own.at(-1)?.trim() === '') own.pop();
    const last = own.at(-1)?.trim() ?? '';
    if (!last.endsWith(':')) continue;
    const before = own.at(-2)?.trim() ?? '';
    // Of two lines the first names the day, and begins something of its own.
    const two = !/\d/.test(last) && /\d/.test(before) && (own.at(-3)?.trim() ?? '') === '';
    if (two && introduces(`${before} ${last}`)) own.splice(-2);
    else if (introduces(last)) own.pop();
  }
  return own.some((line) => line.trim() !== '') ? own.join('\n') : text;
}
