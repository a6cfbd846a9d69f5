/** What in HTML would run, load or send something, as an independent parser sees it. */
import { Parser } from 'htmlparser2';

const FORBIDDEN =
  /^(script|iframe|frame|frameset|object|embed|applet|portal|link|meta|base|form|input|button|select|textarea|svg|math|video|audio|source|template|isindex|keygen|bgsound|dialog|noscript|xml|plaintext)$/;
const FETCHES = /url\(\s*['"]?\s*(?!data:|none)|@import|image-set\(/i;
const LOADS =
  /^(src|srcset|background|poster|lowsrc|dynsrc|data|action|formaction|ping|manifest|xlink:href)$/;

/** @returns what was found, in words; the head the frame brings itself is known and left out */
export function hitsOf(html: string): string[] {
  const hits: string[] = [];
  const parser = new Parser({
    onopentag(name, attributes) {
      const own =
        (name === 'meta' && attributes.charset === 'utf-8') ||
        (name === 'base' && attributes.target === '_blank');
      if (FORBIDDEN.test(name) && !own) hits.push(`<${name}>`);
      for (const [key, value] of Object.entries(attributes)) {
        if (/^on/i.test(key)) hits.push(`${key} on <${name}>`);
        if (LOADS.test(key) && !/^(data:image\/|cid:|x$|`x`|$)/i.test(value))
          hits.push(`${key}=${value.slice(0, 40)}`);
        if (key === 'href' && /^[\s\p{Cc}]*(javascript|data|vbscript):/iu.test(value))
          hits.push(`href=${value.slice(0, 40)}`);
        if (key === 'style' && FETCHES.test(value)) hits.push(`style=${value.slice(0, 60)}`);
      }
    },
    ontext(text) {
      // Of a style element; anywhere else it is only words.
      if (inStyle && FETCHES.test(text)) hits.push(`style: ${text.slice(0, 60)}`);
    },
    onopentagname(name) {
      inStyle = name === 'style';
    },
    onclosetag() {
      inStyle = false;
    },
  });
  let inStyle = false;
  parser.write(html);
  parser.end();
  return hits;
}
