/** Fields in HTML: a value is words there, never markup, and where a link leads it is an address or nothing. */
import { escapedAttribute } from '../text/escaped';
import { valueOf, type FieldContext } from './fill';
import { fieldOf, replaceFields } from './syntax';

const ENTITIES: Readonly<Record<string, string>> = {
  '&nbsp;': ' ',
  '&amp;': '&',
  '&lt;': '<',
  '&gt;': '>',
  '&quot;': '"',
  '&#39;': "'",
  '\u00a0': ' ',
};
const unescaped = (text: string) =>
  text.replace(/&(?:nbsp|amp|lt|gt|quot|#39);|\u00a0/g, (each) => ENTITIES[each]!);

/** A field through which markup runs: `{{first <b>name</b>}}`. */
const MARKED_UP = /\{(?:<[^<>]*>)*\{((?:[^{}<>\n]|<[^<>]*>){1,600})\}(?:<[^<>]*>)*\}/g;
const TAG = /<[^<>]*>/g;

/** What is marked up within a field stands after it: a field is one piece. */
const inOnePiece = (html: string): string =>
  html.replace(MARKED_UP, (whole, inner: string) => {
    const tags = whole.match(TAG);
    return tags ? `{{${inner.replace(TAG, '')}}}${tags.join('')}` : whole;
  });

/** What may be followed from a message. */
export function isLinkTarget(value: string): boolean {
  try {
    return ['http:', 'https:', 'mailto:', 'tel:'].includes(new URL(value).protocol);
  } catch {
    return false;
  }
}

/** `href="{{form}}"`, `href='https://…/{{number}}'`, also as an editor wrote it: with the braces as `%7B`. */
const TARGET = /(\shref\s*=\s*)(?:"([^"]*)"|'([^']*)')/gi;
const decoded = (href: string) =>
  href.replace(/%7B%7B(.{1,600}?)%7D%7D/gi, (_, inner: string) => {
    try {
      return `{{${decodeURIComponent(inner)}}}`;
    } catch {
      return `{{${inner}}}`;
    }
  });

function filledTarget(href: string, context: FieldContext): string | undefined {
  const whole = unescaped(decoded(href)).trim();
  const alone = /^\{\{[^{}]*\}\}$/.test(whole);
  // Of a part of an address no sign leads out of it.
  const filled = replaceFields(whole, (field) => {
    const value = valueOf(field, context);
    return value === undefined || alone ? value : encodeURIComponent(value);
  });
  return filled.includes('{{') || isLinkTarget(filled) ? filled : undefined;
}

/** Leads nowhere as long as its field is not filled: what is not an address stops the message. */
export const hasFieldAsTarget = (href: string): boolean => decoded(href).includes('{{');

/** Fields in words, and in what is said about them. @param at where it stands in the whole */
function filledWords(piece: string, at: number, whole: string, context: FieldContext): string {
  return piece.replace(/\{\{([^{}\n]{1,600})\}\}/g, (field, inner: string, offset: number) => {
    const value = valueOf(fieldOf(field, unescaped(inner)), context);
    if (value === undefined) return field;
    const words = escapedAttribute(value);
    // Within a tag a line end is a space.
    const here = at + offset;
    const inTag = whole.lastIndexOf('<', here) > whole.lastIndexOf('>', here);
    return words.replaceAll('\n', inTag ? ' ' : '<br>');
  });
}

/** With every field filled whose value is known; the others stand as they are. */
export function fillHtml(html: string, context: FieldContext): string {
  const whole = inOnePiece(html);
  let filled = '';
  let from = 0;
  for (const match of whole.matchAll(TARGET)) {
    const href = match[2] ?? match[3] ?? '';
    if (!hasFieldAsTarget(href)) continue;
    // What is no address stands as it was, and nothing else looks at it.
    const target = filledTarget(href, context) ?? unescaped(decoded(href));
    filled += `${filledWords(whole.slice(from, match.index), from, whole, context)}${match[1]!}"${escapedAttribute(target)}"`;
    from = match.index + match[0].length;
  }
  return filled + filledWords(whole.slice(from), from, whole, context);
}

/** False where there is surely no field: asked at every release. */
const mayHold = (html: string): boolean => html.includes('{') || /%7B%7B/i.test(html);

/** Where links of HTML lead whose address is a field, as they stand in it. */
export const targetFields = (html: string): string[] =>
  (mayHold(html) ? [...html.matchAll(TARGET)] : []).flatMap((match) => {
    const href = match[2] ?? match[3] ?? '';
    return hasFieldAsTarget(href) ? [unescaped(decoded(href)).trim()] : [];
  });

/** What is left to fill in HTML: in its words, or where a link leads. */
export const hasFieldLeft = (html: string): boolean =>
  mayHold(html) && (/\{\{[^{}\n]{1,600}\}\}/.test(inOnePiece(html)) || targetFields(html).length > 0);
