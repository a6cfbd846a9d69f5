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
  // Nearly nothing that leaves links to anything, and every release asks.
  if (html === null && !text.includes('://')) return [];
  const inHtml = [...(html ?? '').matchAll(IN_HTML)].map((match) => unescaped(match[1] ?? match[2]!));
  const all = [...(text.match(IN_TEXT) ?? []), ...inHtml].flatMap((url) => comparable(url) ?? []);
  return [...new Set(all)];
}

/**
 * The same message with its web links leading elsewhere.
 * @param to what a link, as it is written, becomes
 */
export function withLinks(
  { text, html }: { text: string; html: string | null },
  to: (url: string) => string,
): { text: string; html: string | null } {
  // What no browser could follow stays as it is.
  const isWeb = (url: string) => /^https?:\/\//i.test(url) && URL.canParse(url);
  const led = (url: string) => (isWeb(url) ? to(url) : url);
  const inHtml = html?.replace(IN_HTML, (whole: string, double?: string, single?: string) => {
    const url = unescaped(double ?? single ?? '').trim();
    return isWeb(url) ? `href="${to(url).replaceAll('&', '&amp;').replaceAll('"', '&quot;')}"` : whole;
  });
  return { text: text.replace(IN_TEXT, led), html: inHtml ?? null };
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

/** Where a link leads: the host of a web page, of an address its domain; undefined for what is neither. */
function hostOf(href: string): string | undefined {
  try {
    const { protocol, hostname, pathname } = new URL(href.trim());
    if (protocol === 'http:' || protocol === 'https:') return hostname.toLowerCase();
    if (protocol === 'mailto:')
      return decodeURIComponent(pathname).split('@').at(-1)!.toLowerCase() || undefined;
    return undefined;
  } catch {
    return undefined;
  }
}

/** Letters nobody sees, put between those that are read. */
const UNSEEN = /\p{Cf}/gu;

const HOST = String.raw`(?:[\p{L}\p{N}](?:[\p{L}\p{N}-]{0,61}[\p{L}\p{N}])?\.){1,8}\p{L}[\p{L}\p{N}-]{0,61}\p{L}`;
/** A web address within other words, as far as its host. */
const WEB_ADDRESS = new RegExp(String.raw`(?:https?:\/\/|\bwww\.)[^\s/?#<>"']{1,300}`, 'giu');
/** All of the words are a host, with or without a path, or a mail address. */
const BARE = new RegExp(String.raw`^(?:[^\s@/]{1,64}@)?(${HOST})(?:[:/?#]\S*)?$`, 'iu');
/** Endings of files, which look like hosts and are none. */
const FILE =
  /\.(?:pdf|docx?|xlsx?|pptx?|odt|ods|txt|csv|zip|png|jpe?g|gif|webp|svg|html?|js|ts|json|xml|md|ics|vcf|eml|mp[34]|mov|wav)$/i;

/** The host a person reads in the words of a link; undefined where they name none. */
function namedHosts(words: string): string[] {
  const seen = words.replace(UNSEEN, '').trim();
  const inText = [...seen.matchAll(WEB_ADDRESS)].map(([match]) => match.replace(/^https?:\/\//i, ''));
  const bare = BARE.exec(seen)?.[1];
  const named = inText.length > 0 ? inText : bare && !FILE.test(bare) ? [bare] : [];
  // What stands before an @ is a name to sign in with, and made to look like a host.
  return named
    .flatMap((each) => each.split('@'))
    .flatMap((each) => hostOf(`http://${each.replace(/(?<![.,;:!)\]])[.,;:!)\]]+$/, '')}`) ?? []);
}

const withoutWww = (host: string) => host.replace(/^www\./, '').replace(/\.$/, '');

/**
 * Where a link leads, in case its words name another host than that, or its target hides it behind a name to sign in
 * with; undefined where it leads where it says, or says nothing. Hosts below the one named are its own.
 */
export function leadsElsewhere(words: string, href: string): string | undefined {
  const target = hostOf(href);
  if (target === undefined) return undefined;
  const leads = withoutWww(target);
  const own = (host: string) => leads === withoutWww(host) || leads.endsWith(`.${withoutWww(host)}`);
  const disguised = /^\s*https?:\/\/[^/?#]*@/i.test(href);
  return disguised || !namedHosts(words).every(own) ? target : undefined;
}
