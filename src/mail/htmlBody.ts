/** The HTML of a message as it is shown in a frame of its own: only what is harmless of it. */
import sanitize from 'sanitize-html';
import { PICTURE_TYPES } from '../core/message/attachment';
import { misleadingLinks, withTargets } from './linkTargets';

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
const DANGEROUS: [tags: string, one: string, many: string][] = [
  ['script', 'script', 'scripts'],
  ['form|input|button|select|textarea', 'part of a form', 'parts of forms'],
  ['iframe|object|embed|applet|frame|portal|fencedframe', 'embedded page', 'embedded pages'],
  ['meta|base|link', 'instruction to the browser', 'instructions to the browser'],
  ['svg|math|canvas|video|audio|source|template|slot', 'drawing or recording', 'drawings or recordings'],
];
const COUNTED = DANGEROUS.map(([tags, one, many]) => ({
  pattern: new RegExp(`<\\s*(?:${tags})\\b`, 'gi'),
  words: (count: number) => `${count} ${count === 1 ? one : many}`,
}));

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

/** Nested deeper than this is an attack, not a letter. */
const DEEPEST = 250;
const REMOTE = /^\s*(?:https?:)?\/\//i;
const OWN = /^\s*(?:cid:|data:image\/(?:png|jpeg|gif|webp)[;,])/i;
/** In styles: addresses, and whatever is hidden behind escapes so that it is no address at first sight. */
const STYLE_REMOTE = /(?:url|image-set|image|src)\s*\([^)]*\)|@import[^;]*;?|@font-face\s*\{[^}]*\}/gi;

const STYLE_ELEMENT = /(<style\b[^>]*>)([\s\S]*?)<\/style>/gi;

const localStyle = (style: string) =>
  style.includes('\\')
    ? ''
    : style.replace(STYLE_REMOTE, (each) => (/data:image/i.test(each) ? each : 'none'));

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
    // Styles are for looks; what they could fetch, the frame's policy forbids, and is taken out besides.
    allowVulnerableTags: true,
    parseStyleAttributes: false,
    nestingLimit: DEEPEST,
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
  return remote
    ? clean
    : clean.replace(STYLE_ELEMENT, (_, open: string, style: string) => `${open}${localStyle(style)}</style>`);
}

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
  const remote =
    (html.match(/<img\b[^>]{0,2000}?\bsrc\s*=\s*["']?\s*(?:https?:)?\/\//gi) ?? []).length +
    (html.match(/url\(\s*["']?\s*(?:https?:)?\/\//gi) ?? []).length;
  const removed = COUNTED.map(({ pattern, words }) => ({ count: html.match(pattern)?.length ?? 0, words }))
    .filter(({ count }) => count > 0)
    .map(({ count, words }) => words(count));
  return { remote, removed, misleading: misleadingLinks(html).length };
}

/**
 * @param pictures what the HTML shows by their ids; put in as data URLs, since nothing is fetched
 * @param remote true where pictures may be fetched from elsewhere
 */
export function htmlBody(html: string, pictures: readonly BodyPicture[], remote: boolean): string {
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
