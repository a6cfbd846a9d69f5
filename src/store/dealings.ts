/** What I have done with messages: answered, passed on, and what of mine is still to leave in their threads. */
import { sql } from 'drizzle-orm';
import { built } from './built';
import { UNSETTLED_STATES } from '#core/departure/states';
import { wasSaid } from './left';
import type { Reading } from './store';

export interface Dealings {
  answered: boolean;
  forwarded: boolean;
  /** Something of mine in the thread waits to leave. */
  leaving: boolean;
}

const looked = built((db) => {
  const mine = sql`o.direction = 'out' AND o.deleted_at IS NULL`;
  const ids = sql`(SELECT m.header_id UNION ALL SELECT header_id FROM departures WHERE message_id = m.id)`;
  return db
    .select({
      id: sql<string>`m.id`,
      answered: sql<number>`EXISTS (SELECT 1 FROM messages o WHERE o.in_reply_to IN ${ids} AND ${mine} AND ${wasSaid('o')})`,
      forwarded: sql<number>`EXISTS (SELECT 1 FROM messages o WHERE o.forwards = m.id AND ${mine} AND ${wasSaid('o')})`,
      leaving: sql<number>`EXISTS (SELECT 1 FROM messages o JOIN departures d ON d.message_id = o.id
        WHERE o.thread_id = m.thread_id AND ${mine} AND d.state IN (SELECT value FROM json_each(${JSON.stringify(UNSETTLED_STATES)})))`,
    })
    .from(sql`json_each(${sql.placeholder('ids')}) JOIN messages m ON m.id = value`)
    .prepare();
});

export const dealingsWith = (db: Reading, messageIds: readonly string[]): Map<string, Dealings> =>
  new Map(
    looked(db)
      .all({ ids: JSON.stringify(messageIds) })
      .map(({ id, answered, forwarded, leaving }) => [
        id,
        { answered: answered === 1, forwarded: forwarded === 1, leaving: leaving === 1 },
      ]),
  );
