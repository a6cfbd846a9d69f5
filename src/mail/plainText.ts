/** The readable plain form of HTML. */
import { convert } from 'html-to-text';
import sanitize from 'sanitize-html';

/** What is nested deeper, or longer, is no letter; of it the bare words are taken. */
const DEEPEST = 200;
const LONGEST = 2_000_000;

const VOID =
  /^(?:area|base|br|col|embed|hr|img|input|link|meta|source|track|wbr|p|li|td|tr|th|dd|dt|option)$/i;

/** True where elements are nested deeper than any letter nests them; whatever may stay open is not counted. */
function isTooDeep(html: string): boolean {
  let depth = 0;
  for (const [, closing, name] of html.matchAll(/<(\/?)([a-z][a-z0-9]*)/gi)) {
    if (VOID.test(name!)) continue;
    depth += closing ? -1 : 1;
    if (depth > DEEPEST) return true;
  }
  return false;
}

const bareWords = (html: string) => sanitize(html, { allowedTags: [], allowedAttributes: {} });

/** Text of an HTML body: links keep their targets, pictures are left out, lines are not re-wrapped. */
export function plainText(whole: string): string {
  const html = whole.slice(0, LONGEST);
  if (isTooDeep(html)) return bareWords(html);
  const text = convert(html, {
    wordwrap: false,
    selectors: [
      { selector: 'img', format: 'skip' },
      { selector: 'a', options: { hideLinkHrefIfSameAsText: true } },
    ],
  });
  return text.trim() === '' ? bareWords(html) : text;
}
