/** Links in a message. */

/** Web addresses as they stand in text; what ends a sentence is not part of them. */
const IN_TEXT = /\bhttps?:\/\/[^\s<>"'()[\]{}]+[^\s<>"'()[\]{}.,;:!?]/giu;

/** Targets in HTML, as written. */
const IN_HTML = /\bhref\s*=\s*(?:"([^"]*)"|'([^']*)')/giu;

const unescaped = (text: string) => text.replace(/&amp;/g, '&');

/** A web address for comparing: what follows `#` is for the browser alone (RFC 3986 §3.5). */
function comparable(url: string): string | undefined {
  try {
    const parsed = new URL(url);
    if (parsed.protocol !== 'http:' && parsed.protocol !== 'https:') return undefined;
    parsed.hash = '';
    // The front page of an organisation is everybody's.
    return parsed.pathname === '/' && !parsed.search ? undefined : parsed.href;
  } catch {
    return undefined;
  }
}

/** The web addresses a message links to, each once, for comparing; front pages are left out. */
export function linkedPages(text: string, html: string | null): string[] {
  const inHtml = [...(html ?? '').matchAll(IN_HTML)].map((match) => unescaped(match[1] ?? match[2]!));
  const all = [...(text.match(IN_TEXT) ?? []), ...inHtml].flatMap((url) => comparable(url) ?? []);
  return [...new Set(all)];
}

/** Whether a link leads somewhere: a web page on a named host, an address, a telephone. */
export function leadsSomewhere(href: string): boolean {
  try {
    const { protocol, hostname, pathname } = new URL(href);
    if (protocol === 'mailto:' || protocol === 'tel:') return pathname.length > 0;
    return (protocol === 'http:' || protocol === 'https:') && hostname.includes('.');
  } catch {
    return false;
  }
}
