/** The readable plain form of HTML. */
import { convert } from 'html-to-text';
import { READING } from '#core/limits';
import { shapeOf } from './htmlShape';

/** Text of an HTML body: links keep their targets, pictures are left out, lines are not re-wrapped. */
export function plainText(whole: string): string {
  const { strange, words } = shapeOf(whole);
  if (strange) return words();
  const text = convert(whole, {
    wordwrap: false,
    limits: { maxDepth: READING.htmlDepth, maxInputLength: READING.html },
    selectors: [
      { selector: 'img', format: 'skip' },
      { selector: 'a', options: { hideLinkHrefIfSameAsText: true } },
    ],
  });
  return text.trim() === '' ? words() : text;
}
