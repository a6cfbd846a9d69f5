/** What is kept for a while only: copies of what has left, and what was deleted. */
import { inArray, sql } from 'drizzle-orm';
import { departures, messages, threads, watches } from './schema';
import type { Reading, Tx } from './store';

/** What has left and has its copy still, in the order in which it left. @param from @param until epoch ms */
export const copiesLeftBetween = (
  db: Reading,
  from: number,
  until: number,
  limit: number,
): { id: string; leftAt: number }[] =>
  db.all(sql`SELECT id, left_at AS leftAt FROM departures
    WHERE left_at >= ${from} AND left_at < ${until} AND state = 'sent'
      AND EXISTS (SELECT 1 FROM frozen WHERE departure_id = departures.id)
    ORDER BY left_at LIMIT ${limit}`);

/** Messages that were deleted, unless something else is about them. */
export const messagesDeletedBefore = (db: Reading, until: number, limit: number): string[] =>
  db
    .all<{ id: string }>(
      sql`SELECT id FROM messages AS m WHERE deleted_at < ${until}
        AND NOT EXISTS (SELECT 1 FROM returns WHERE message_id = m.id)
        AND NOT EXISTS (SELECT 1 FROM todos WHERE message_id = m.id)
      LIMIT ${limit}`,
    )
    .map(({ id }) => id);

/** They are gone for good, with all that belongs to them alone; their history stays. */
export function forgetDeleted(tx: Tx, messageIds: readonly string[]): void {
  const ids = [...messageIds];
  const inThreads = tx
    .selectDistinct({ id: messages.threadId })
    .from(messages)
    .where(inArray(messages.id, ids))
    .all()
    .map(({ id }) => id);
  // One that was never sent may have been watched all the same.
  tx.delete(watches).where(inArray(watches.messageId, ids)).run();
  tx.delete(departures).where(inArray(departures.messageId, ids)).run();
  tx.delete(messages).where(inArray(messages.id, ids)).run();
  tx.delete(threads)
    .where(
      sql`${inArray(threads.id, inThreads)} AND NOT EXISTS (SELECT 1 FROM messages WHERE thread_id = ${threads.id})`,
    )
    .run();
}
