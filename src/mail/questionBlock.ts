/** A message’s question as its readers have it: answers to press, and how to answer without. */
import type { Question } from '#core/question/question';
import { escaped, escapedAttribute } from '#core/text/escaped';

export interface QuestionBlock extends Pick<Question, 'words' | 'mayComment'> {
  /** Each with the number it can be written by, and the address of its prepared reply. */
  answers: readonly { number: number; words: string; link: string }[];
  /** Until when, in words of the reader’s clock; empty where it has no end. */
  until: string;
  /** They may press all that suit. */
  several?: boolean;
  /** The page it can be answered on as well. */
  page?: string;
}

const QUOTED = /^>/;

/** Before what is quoted at the end, with the line that introduces it. */
function inText(text: string, block: string): string {
  const lines = text.trimEnd().split('\n');
  let at = lines.length;
  while (at > 0 && (QUOTED.test(lines[at - 1]!) || (at < lines.length && lines[at - 1]!.trim() === ''))) at--;
  if (at === lines.length) return `${text.trimEnd()}\n\n${block}\n`;
  if (lines[at - 1]?.trimEnd().endsWith(':')) at--;
  return [lines.slice(0, at).join('\n').trimEnd(), block, lines.slice(at).join('\n'), '']
    .filter((part, index) => index > 0 || part !== '')
    .join('\n\n');
}

/** The same in HTML, as it is written here; in a whole page, before its end. */
function inHtml(html: string, block: string): string {
  const quote = html.indexOf('<blockquote');
  const before = quote < 0 ? html : html.slice(0, quote);
  const intro = /<p>[^<>]{0,200}:<\/p>\s{0,9}$/.exec(before)?.index;
  const end = html.search(/<\/body\s*>/i);
  const at = quote < 0 ? (end < 0 ? html.length : end) : (intro ?? quote);
  return html.slice(0, at) + block + html.slice(at);
}

/** Plain words, for a message that has no HTML of its own. */
const asHtml = (text: string): string =>
  text
    .trim()
    .split(/\n{2,}/)
    .map((part) => `<p>${escaped(part).replaceAll('\n', '<br>')}</p>`)
    .join('');

const BUTTON =
  'display:inline-block;margin:0 8px 8px 0;padding:8px 16px;border:1px solid #7a4a12;border-radius:6px;color:#7a4a12;text-decoration:none';

/** @param text and @param html as they leave without it; null: no HTML, and then there is one */
export function withQuestion(
  { text, html }: { text: string; html?: string | null },
  { words, answers, mayComment, until, page, several = false }: QuestionBlock,
): { text: string; html: string } {
  const by = until && `, until ${until}`;
  const plain = [
    words,
    '',
    ...answers.map((answer) => `  ${answer.number}. ${answer.words}`),
    '',
    `Answer this message with the words or the number of one of them${by}.${several ? ' If several suit you, answer once for each.' : ''}`,
    ...(page ? [`Or answer here: ${page}`] : []),
  ].join('\n');
  const pressed = answers.map(
    (answer) => `<a href="${escapedAttribute(answer.link)}" style="${BUTTON}">${escaped(answer.words)}</a>`,
  );
  const how = `${several ? 'Press each that suits you' : 'Press one'}: it opens an answer that is ready to be sent${
    mayComment ? ', in which you can say why' : ''
  }. Or answer in your own words with one of them${escaped(by)}.`;
  const onPage = page ? ` Or <a href="${escapedAttribute(page)}">answer on a page</a>.` : '';
  const rich = `<div style="margin:16px 0;padding:12px 16px 8px;border:1px solid #e3daca;border-radius:8px"><p style="margin:0 0 12px"><strong>${escaped(words)}</strong></p><p style="margin:0">${pressed.join(' ')}</p><p style="margin:4px 0;color:#6b6252;font-size:13px">${how}${onPage}</p></div>`;
  return { text: inText(text, plain), html: inHtml(html ?? asHtml(text), rich) };
}
