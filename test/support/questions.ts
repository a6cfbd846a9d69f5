/** What has left with a question in it, looked at as its reader’s program does. */
import PostalMime from 'postal-mime';
import { frozenOf } from '#store/frozen';
import { whole } from '#mail/enclosures';
import type { Desk } from '#usecases/desk';

/** The bytes a departure left with. */
export const bytesOfLeft = (desk: Desk, departureId: string): Buffer =>
  whole(frozenOf(desk.store.db, departureId)!);

/** The prepared answers of a message, in order, as the program that opens them reads them (RFC 6068). */
export async function linksIn(
  bytes: Buffer | string,
): Promise<{ to: string; subject: string; inReplyTo: string; body: string }[]> {
  const { html = '' } = await PostalMime.parse(bytes);
  return [...html.matchAll(/href="(mailto:[^"]*)"/g)].map((match) => {
    const url = new URL(
      match[1]!.replaceAll('&amp;', '&').replaceAll('&quot;', '"').replaceAll('&#39;', "'"),
    );
    const fields = Object.fromEntries(
      url.search
        .slice(1)
        .split('&')
        .map((pair) => pair.split('=').map(decodeURIComponent) as [string, string]),
    );
    return {
      to: decodeURIComponent(url.pathname),
      subject: fields.subject ?? '',
      inReplyTo: fields['in-reply-to'] ?? '',
      body: fields.body ?? '',
    };
  });
}
