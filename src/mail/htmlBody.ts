/** The HTML of a message as it is shown in a frame of its own: only what is harmless of it. */
import sanitize from 'sanitize-html';
import { PICTURE_TYPES } from '#core/message/attachment';
import { READING } from '#core/limits';
import { escaped } from '#core/text/escaped';
import { shapeOf } from './htmlShape';
import { misleadingLinks, withTargets } from './linkTargets';
import { localStyle } from './localStyle';

const HEAD =
  '<!doctype html><html dir="auto"><meta charset="utf-8"><base target="_blank"><style>body{font:15px/1.5 sans-serif;margin:12px;overflow-wrap:anywhere}summary{color:#6b6252;cursor:pointer}img{max-width:100%;height:auto}</style>';

/** A picture that came with a message (RFC 2392 `cid:`). */
export interface BodyPicture {
  contentId: string;
  type: string;
  bytes: Buffer;
}

/** What is not shown of a message as it came. */
export interface Layout {
  /** Pictures that would have to be fetched from elsewhere. */
  remote: number;
  /** What was taken out, in words: “2 scripts”. */
  removed: string[];
  /** Links whose words name another address than the one they lead to. */
  misleading: number;
}

/** What never gets into the frame, and what people call it. */
const DANGEROUS: [tags: string[], one: string, many: string][] = [
  [['script'], 'script', 'scripts'],
  [['form', 'input', 'button', 'select', 'textarea'], 'part of a form', 'parts of forms'],
  [
    ['iframe', 'object', 'embed', 'applet', 'frame', 'portal', 'fencedframe'],
    ...(['embedded page', 'embedded pages'] as const),
  ],
  [['meta', 'base', 'link'], 'instruction to the browser', 'instructions to the browser'],
  [
    ['svg', 'math', 'canvas', 'video', 'audio', 'source', 'template', 'slot'],
    ...(['drawing or recording', 'drawings or recordings'] as const),
  ],
];

const TAGS = [
  ...['a', 'abbr', 'acronym', 'address', 'article', 'aside', 'b', 'bdi', 'bdo', 'big', 'blockquote', 'br'],
  ...['caption', 'center', 'cite', 'code', 'col', 'colgroup', 'dd', 'del', 'dfn', 'div', 'dl', 'dt', 'em'],
  ...[
    'figcaption',
    'figure',
    'font',
    'footer',
    'h1',
    'h2',
    'h3',
    'h4',
    'h5',
    'h6',
    'header',
    'hr',
    'i',
    'img',
  ],
  ...[
    'ins',
    'kbd',
    'li',
    'main',
    'mark',
    'nav',
    'ol',
    'p',
    'pre',
    'q',
    's',
    'samp',
    'section',
    'small',
    'span',
  ],
  ...[
    'strike',
    'strong',
    'style',
    'sub',
    'sup',
    'table',
    'tbody',
    'td',
    'tfoot',
    'th',
    'thead',
    'time',
    'tr',
  ],
  ...['tt', 'u', 'ul', 'var', 'wbr'],
];
const ATTRIBUTES = [
  ...['style', 'class', 'id', 'align', 'valign', 'bgcolor', 'width', 'height', 'border', 'cellpadding'],
  ...['cellspacing', 'colspan', 'rowspan', 'dir', 'lang', 'title', 'color', 'face', 'size', 'start', 'type'],
];

const REMOTE = /^\s*(?:https?:)?\/\//i;
const OWN = /^\s*(?:cid:|data:image\/(?:png|jpeg|gif|webp)[;,])/i;
/** In styles; what is written otherwise is not counted, and taken out all the same. */
const STYLE_REMOTE = /url\(\s{0,9}["']?\s{0,9}(?:https?:)?\/\//gi;

/** The style elements of cleaned HTML, each of which ends, with their styles made harmless. */
function withLocalStyles(html: string): string {
  const [begin, end] = ['<style', '</style>'];
  let shown = '';
  let from = 0;
  for (;;) {
    const at = html.indexOf(begin, from);
    const inside = html.indexOf('>', at) + 1;
    const until = html.indexOf(end, inside);
    if (at < 0 || inside === 0 || until < 0)
      return shown + (at < 0 ? html.slice(from) : html.slice(from, at));
    shown += html.slice(from, inside) + localStyle(html.slice(inside, until)) + end;
    from = until + end.length;
  }
}

function cleaned(html: string, remote: boolean): string {
  const clean = sanitize(html, {
    allowedTags: TAGS,
    allowedAttributes: {
      '*': ATTRIBUTES,
      a: [...ATTRIBUTES, 'href', 'name', 'target', 'rel'],
      img: [...ATTRIBUTES, 'src', 'alt'],
    },
    allowedSchemes: ['http', 'https', 'mailto', 'tel'],
    allowedSchemesByTag: { img: ['http', 'https', 'data', 'cid'] },
    allowProtocolRelative: true,
    // Styles are for looks; what they could fetch is taken out, and the frame's policy forbids it besides.
    allowVulnerableTags: true,
    parseStyleAttributes: false,
    nestingLimit: READING.htmlDepth,
    transformTags: {
      a: (tagName, attribs) => ({
        tagName,
        attribs: { ...attribs, target: '_blank', rel: 'noopener noreferrer nofollow' },
      }),
      img: (tagName, attribs) => {
        const { src = '', ...rest } = attribs;
        // What is neither here nor wholly elsewhere would be looked for among our own pages.
        const shown = OWN.test(src) || (remote && REMOTE.test(src));
        return { tagName, attribs: shown ? { ...rest, src } : { ...rest, alt: rest.alt || 'picture' } };
      },
      '*': (tagName, attribs) => ({
        tagName,
        attribs: attribs.style && !remote ? { ...attribs, style: localStyle(attribs.style) } : attribs,
      }),
    },
  });
  return remote ? clean : withLocalStyles(clean);
}

/** What is harmless of HTML from a file that is to be written with; what it shows from elsewhere stays elsewhere. */
export const harmless = (html: string): string => cleaned(html, true);

/** Quotes fold; only the outermost, what they quote themselves comes along. */
function folded(html: string): string {
  let depth = 0;
  return html.replace(/<(\/?)blockquote\b[^>]*>/g, (tag, closing: string) => {
    if (!closing) return depth++ === 0 ? `<details><summary>Quoted text</summary>${tag}` : tag;
    return --depth === 0 ? `${tag}</details>` : tag;
  });
}

/** What of the HTML of a message is not shown as it came. */
export function layoutOf(html: string): Layout {
  const { elements, pictures, strange } = shapeOf(html);
  const removed = DANGEROUS.flatMap(([tags, one, many]) => {
    const count = tags.reduce((sum, tag) => sum + (elements.get(tag) ?? 0), 0);
    return count > 0 ? [`${count} ${count === 1 ? one : many}`] : [];
  });
  if (strange) return { remote: 0, removed: [...removed, STRANGE_LAYOUT], misleading: 0 };
  const remote = pictures + (html.match(STYLE_REMOTE) ?? []).length;
  return { remote, removed, misleading: misleadingLinks(html).length };
}

/** Plain words, where the HTML itself is too strange. */
export const wordsBody = (words: string): string =>
  `${HEAD}<div style="white-space:pre-wrap">${escaped(words)}</div>`;

/** What is said of such a layout. */
export const STRANGE_LAYOUT = 'a layout too deep to follow';

/**
 * @param pictures what the HTML shows by their ids; put in as data URLs, since nothing is fetched
 * @param remote true where pictures may be fetched from elsewhere
 */
export function htmlBody(html: string, pictures: readonly BodyPicture[], remote: boolean): string {
  const shape = shapeOf(html);
  if (shape.strange) return wordsBody(shape.words());
  const known = new Map(
    pictures
      .filter(({ type }) => PICTURE_TYPES.includes(type))
      .map(({ contentId, type, bytes }) => [contentId, `data:${type};base64,${bytes.toString('base64')}`]),
  );
  const idOf = (id: string) => {
    try {
      return decodeURI(id);
    } catch {
      return id;
    }
  };
  return (
    HEAD +
    withTargets(folded(cleaned(html, remote))).replace(
      /\bcid:([^"'\s>)]+)/gi,
      (_, id: string) => known.get(idOf(id)) ?? '',
    )
  );
}
