/** What what is kept for a while takes, bytes, about. */
import { sql } from 'drizzle-orm';
import type { Reading } from './store';

export interface Space {
  /** Exact copies of what has left. */
  copies: number;
  /** Exact bytes of what has come. */
  sources: number;
  /** What was deleted and can be brought back, with what is attached to it. */
  deleted: number;
  /** What happened to messages. */
  journal: number;
}

/** A row beside its words. */
const ROW = 60;

const sum = (db: Reading, query: ReturnType<typeof sql>): number =>
  db.get<{ n: number | null }>(query).n ?? 0;

/** A file that is in several is counted with each. */
export const spaceTaken = (db: Reading): Space => ({
  copies:
    sum(db, sql`SELECT sum(length(bytes)) AS n FROM frozen`) +
    sum(db, sql`SELECT sum(size) AS n FROM frozen_pieces`),
  sources:
    sum(db, sql`SELECT sum(length(bytes)) AS n FROM sources`) +
    sum(db, sql`SELECT sum(size) AS n FROM source_pieces`),
  deleted:
    sum(
      db,
      sql`SELECT sum(length(text) + coalesce(length(html), 0)) AS n FROM messages WHERE deleted_at IS NOT NULL`,
    ) +
    sum(
      db,
      sql`SELECT sum(received) AS n FROM attachments WHERE message_id IN (SELECT id FROM messages WHERE deleted_at IS NOT NULL)`,
    ),
  journal: sum(db, sql`SELECT sum(${ROW} + length(what) + coalesce(length(why), 0)) AS n FROM journal`),
});
