/** What HTML from outside is like, in one pass over its signs: no tree is built, so no depth and no size can stop it. */
import { Tokenizer } from 'htmlparser2';
import { READING } from '#core/limits';

const VOID = /^(?:area|base|br|col|embed|hr|img|input|link|meta|param|source|track|wbr)$/;
/** Ended by the next of their kind, mostly without a word. */
const SELF_ENDING = /^(?:p|li|td|tr|th|dd|dt|option|thead|tbody|tfoot)$/;
const UNSEEN = /^(?:script|style|title|template)$/;
const BLOCK = /^(?:p|div|br|tr|li|h[1-6]|table|blockquote|pre|ul|ol|dl|dt|dd|section|article|hr)$/;

/** So much of a name or an address says what it is. */
const LONGEST_NAME = 100;
const ELSEWHERE = /^\s*(?:https?:)?\/\//i;

export interface HtmlShape {
  /** How often each element begins, by name. */
  elements: ReadonlyMap<string, number>;
  /** Pictures that would have to be fetched from elsewhere. */
  pictures: number;
  /** Nested deeper, longer or with more attributes than any letter is. */
  strange: boolean;
  /** The words alone, a line for each block; at most {@link READING.html} characters of the HTML are looked at. */
  words: () => string;
}

/** Reads it once. Linear in its length. */
export function shapeOf(whole: string): HtmlShape {
  const html = whole.slice(0, READING.html);
  const elements = new Map<string, number>();
  const words: string[] = [];
  let [depth, attributes, unseen, pictures] = [0, 0, 0, 0];
  let strange = whole.length > READING.html;
  let [open, attribute, value] = ['', '', ''];
  const name = (from: number, to: number) => html.slice(from, to).toLowerCase();
  const tokenizer = new Tokenizer(
    { decodeEntities: true },
    {
      onopentagname(from, to) {
        open = name(from, to);
        attributes = 0;
        elements.set(open, (elements.get(open) ?? 0) + 1);
        if (BLOCK.test(open)) words.push('\n');
        if (UNSEEN.test(open)) unseen++;
        if (!VOID.test(open) && !SELF_ENDING.test(open) && ++depth > READING.htmlDepth) strange = true;
      },
      onattribname(from, to) {
        [attribute, value] = [name(from, Math.min(to, from + LONGEST_NAME)), ''];
        if (++attributes > READING.htmlAttributes) strange = true;
      },
      onattribdata(from, to) {
        if (value.length < LONGEST_NAME) value += html.slice(from, Math.min(to, from + LONGEST_NAME));
      },
      onattribentity(codepoint) {
        value += String.fromCodePoint(codepoint);
      },
      onattribend() {
        if (open === 'img' && attribute === 'src' && ELSEWHERE.test(value)) pictures++;
      },
      onclosetag(from, to) {
        const closed = name(from, to);
        if (UNSEEN.test(closed) && unseen > 0) unseen--;
        if (!VOID.test(closed) && !SELF_ENDING.test(closed) && depth > 0) depth--;
      },
      ontext(from, to) {
        if (unseen === 0) words.push(html.slice(from, to));
      },
      ontextentity(codepoint) {
        if (unseen === 0) words.push(String.fromCodePoint(codepoint));
      },
      oncdata() {},
      oncomment() {},
      ondeclaration() {},
      onend() {},
      onopentagend() {},
      onprocessinginstruction() {},
      onselfclosingtag() {},
    },
  );
  tokenizer.write(html);
  tokenizer.end();
  return {
    elements,
    pictures,
    strange,
    words: () =>
      words
        .join('')
        .replace(/[^\S\n]+/g, ' ')
        .replace(/ ?\n ?/g, '\n')
        .replace(/\n{3,}/g, '\n\n')
        .trim(),
  };
}
