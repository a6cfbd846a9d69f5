/** Styles of a message, with everything taken out that would be fetched. One pass, whatever stands in them. */

/** What takes an address, or a picture from elsewhere; and rules that import, or load fonts. */
const FETCHING = /(?:url|src|image|image-set|cross-fade|element)\s{0,9}\(|@import|@font-face/gi;
/** A picture that is wholly here, or came with the message. */
const OWN =
  /^[\w-]+\s{0,9}\(\s{0,9}["']?(?:cid:[^\s"'()]*|data:image\/(?:png|jpeg|gif|webp)[;,][\w+/=;,.%:-]*)["']?\s{0,9}\)$/i;

/** Where what was found ends; -1 where it does not. */
function endOf(found: string, style: string, at: number): number {
  const closing = found.endsWith('(') ? ')' : found.toLowerCase() === '@import' ? ';' : '}';
  return style.indexOf(closing, at);
}

/** @returns nothing of what hides behind escapes; what is left open is cut off */
export function localStyle(style: string): string {
  if (style.includes('\\')) return '';
  let shown = '';
  let from = 0;
  for (;;) {
    FETCHING.lastIndex = from;
    const found = FETCHING.exec(style);
    if (!found) return shown + style.slice(from);
    shown += style.slice(from, found.index);
    const end = endOf(found[0], style, found.index);
    if (end < 0) return shown;
    const whole = style.slice(found.index, end + 1);
    if (OWN.test(whole)) shown += whole;
    else if (found[0].endsWith('(')) shown += 'none';
    from = end + 1;
  }
}
