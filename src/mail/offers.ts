/** What a mail server says it can do. */
export interface Offers {
  /** It passes on the wish for reports of delivery (RFC 3461). */
  receipts: boolean;
  /** Bytes of a message at most (RFC 1870 §3); undefined where it names none. */
  maxSize: number | undefined;
}

/** @param reply to EHLO, all of its lines (RFC 5321 §4.1.1.1); a server that knows HELO alone offers nothing */
export function readOffers(reply: string): Offers {
  const size = /^250[ -]SIZE[ \t]+(\d+)/im.exec(reply);
  return { receipts: /^250[ -]DSN[ \t]*$/im.test(reply), maxSize: Number(size?.[1] ?? 0) || undefined };
}
