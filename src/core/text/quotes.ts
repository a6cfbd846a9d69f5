/** What a text quotes, told apart from what its writer wrote. */

export interface TextPart {
  text: string;
  quoted: boolean;
}

/** Quotes shorter than this stay as they are: they are what is being answered. */
const SHORT = 4;

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
    const quoted = line.startsWith('>');
    if (quoted !== quoting) end();
    quoting = quoted;
    lines.push(line);
  }
  end();
  return parts;
}
