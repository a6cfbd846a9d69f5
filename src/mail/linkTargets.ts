/** Links of a message in HTML whose words name another address than the one they lead to. */
import { Parser } from 'htmlparser2';
import { leadsElsewhere } from '#core/message/links';

export interface MisleadingLink {
  /** Where it ends in the HTML. */
  at: number;
  /** The host it leads to. */
  host: string;
}

/** In their order. */
export function misleadingLinks(html: string): MisleadingLink[] {
  if (!/<a[\s/]/i.test(html)) return [];
  const found: MisleadingLink[] = [];
  let open: { href: string; words: string } | undefined;
  const end = (at: number) => {
    const host = open && leadsElsewhere(open.words, open.href);
    if (host) found.push({ at, host });
    open = undefined;
  };
  const parser = new Parser({
    onopentag(name, { href = '' }) {
      if (name !== 'a') return;
      // A link ends where another begins (HTML Living Standard §13.2.6.4.7).
      end(parser.startIndex);
      open = { href, words: '' };
    },
    ontext(text) {
      if (open && open.words.length < LONGEST) open.words += text.slice(0, LONGEST);
    },
    onclosetag(name) {
      if (name === 'a') end(parser.endIndex + 1);
    },
  });
  parser.end(html);
  end(html.length);
  return found;
}

/** Characters of a link's words that are looked at: nobody reads an address behind them. */
const LONGEST = 5000;

/** In the frame: nothing of the message's own styles gets at it. */
const SHOWN =
  'all:initial!important;display:inline!important;font:13px sans-serif!important;color:#7a1f1f!important;background:#fdf1dc!important;padding:0 4px!important';

/** The HTML with each such link followed by where it leads. @param html cleaned */
export function withTargets(html: string): string {
  let shown = '';
  let from = 0;
  for (const { at, host } of misleadingLinks(html)) {
    // A host holds no character that means something in HTML.
    shown += `${html.slice(from, at)}<span style="${SHOWN}">[leads to ${host.replace(/[^\w.:[\]-]/g, '')}]</span>`;
    from = at;
  }
  return shown + html.slice(from);
}
