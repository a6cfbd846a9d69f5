/** What a message says of the mailing list it came by. */

/** A message that ends the subscription. */
export interface UnsubscribeMail {
  to: string;
  subject: string;
  text: string;
}

export interface MailingList {
  /** What it calls itself, else its id; empty where it does not say. */
  name: string;
  /** The message that ends the subscription; null where none does. */
  mail: UnsubscribeMail | null;
  /** The page where it is ended; null where there is none. */
  page: string | null;
  /** It says that one request to `page` ends the subscription (RFC 8058); whether it may say so, its signature tells. */
  oneClick: boolean;
  /** When it was left by that request, epoch ms; null where it was not. */
  leftAt: number | null;
}

/** What the field says, and what is sent (RFC 8058 §3.1). */
export const ONE_CLICK = 'List-Unsubscribe=One-Click';

/** More of a header field is not looked at. */
const LONGEST = 4000;

const decoded = (text: string): string => {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
};

/** A `mailto:` address (RFC 6068) with one recipient; undefined for anything else. */
function mailOf(uri: string): UnsubscribeMail | undefined {
  const [address = '', query = ''] = uri.slice('mailto:'.length).split('?');
  const to = decoded(address).trim();
  if (!/^[^\s@,]+@[^\s@,]+$/.test(to)) return undefined;
  // In these a plus is a plus (RFC 6068 §5).
  const fields = new Map(
    query.split('&').map((pair) => {
      const equals = pair.indexOf('=');
      return [pair.slice(0, equals).toLowerCase(), decoded(pair.slice(equals + 1))] as const;
    }),
  );
  const oneLine = (text: string) => text.replace(/\s+/g, ' ').trim();
  return {
    to,
    subject: oneLine(fields.get('subject') ?? '') || 'unsubscribe',
    text: fields.get('body') ?? '',
  };
}

/** `Wrenfield news <news.wrenfield.example>` (RFC 2919 §3). */
function nameOf(listId: string): string {
  const words = listId
    .replace(/<[^<>]*>/g, '')
    .trim()
    .replace(/^"(.*)"$/, '$1');
  return words || (/<([^<>]*)>/.exec(listId)?.[1] ?? '').trim();
}

/**
 * The list a message came by (RFC 2919), and the ways out of it in the order it prefers (RFC 2369 §3.2); of
 * each kind the first counts. Pages are on the web alone. null for a message by no list.
 * @param header looks a header up by its lower-case name
 */
export function readMailingList(header: (name: string) => string | undefined): MailingList | null {
  const id = header('list-id')?.slice(0, LONGEST).replace(/\s+/g, ' ').trim();
  const out = header('list-unsubscribe')?.slice(0, LONGEST);
  if (!id && !out) return null;
  const uris = [...(out ?? '').matchAll(/<([^<>]*)>/g)].map(([, uri]) => uri!.replace(/\s+/g, ''));
  const mail = uris.flatMap((uri) => (/^mailto:/i.test(uri) ? (mailOf(uri) ?? []) : []))[0];
  const pages = uris.filter((uri) => /^https?:/i.test(uri) && URL.canParse(uri));
  const post = header('list-unsubscribe-post')?.slice(0, LONGEST).trim();
  // That one is a page of its own among them, over TLS (RFC 8058 §3.1).
  const secure = post === ONE_CLICK ? pages.find((uri) => /^https:/i.test(uri)) : undefined;
  return {
    name: nameOf(id ?? ''),
    mail: mail ?? null,
    page: secure ?? pages[0] ?? null,
    oneClick: secure !== undefined,
    leftAt: null,
  };
}
