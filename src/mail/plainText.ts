/** The readable plain form of HTML. */
import { convert } from 'html-to-text';

/** Text of an HTML body: links keep their targets, pictures are left out, lines are not re-wrapped. */
export function plainText(html: string): string {
  return convert(html, {
    wordwrap: false,
    selectors: [
      { selector: 'img', format: 'skip' },
      { selector: 'a', options: { hideLinkHrefIfSameAsText: true } },
    ],
  });
}
