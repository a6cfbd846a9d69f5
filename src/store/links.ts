/** The links messages carried. */
import { and, eq, inArray, ne } from 'drizzle-orm';
import { messageLinks, messages, recipients } from './schema';
import { insertMany } from './many';
import type { Reading, Tx } from './store';

export function noteLinks(tx: Tx, messageId: string, urls: readonly string[]): void {
  const rows = urls.map((url) => [url, messageId]);
  insertMany(tx, 'INTO message_links (url, message_id)', rows, 'ON CONFLICT DO NOTHING');
}

/** Who took part in the messages that carried these links, one message left out: each address with the link. */
export function linkCompany(
  db: Reading,
  urls: readonly string[],
  except: string | undefined,
): { url: string; address: string }[] {
  if (urls.length === 0) return [];
  const those = and(inArray(messageLinks.url, [...urls]), ne(messageLinks.messageId, except ?? ''));
  const to = db
    .selectDistinct({ url: messageLinks.url, address: recipients.address })
    .from(messageLinks)
    .innerJoin(recipients, eq(recipients.messageId, messageLinks.messageId))
    .where(those)
    .all();
  const from = db
    .selectDistinct({ url: messageLinks.url, address: messages.fromAddress })
    .from(messageLinks)
    .innerJoin(messages, eq(messages.id, messageLinks.messageId))
    .where(those)
    .all();
  return [...to, ...from].filter(({ address }) => address);
}
