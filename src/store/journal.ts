/** The journal and the list of changes; both are written in the transaction of what they tell. */
import { and, desc, eq, gt, inArray, lte, max, sql } from 'drizzle-orm';
import { UNSETTLED_STATES } from '#core/departure/states';
import { changes, departures, journal } from './schema';
import { placeholders, written } from './built';
import type { Reading, Tx } from './store';

export type JournalEntry = typeof journal.$inferSelect;
export type Topic = (typeof changes.$inferSelect)['topic'];
export type Change = typeof changes.$inferSelect;

type NewEntry = Omit<typeof journal.$inferInsert, 'id'>;

const insertEntry = written((db) =>
  db.insert(journal).values(placeholders<NewEntry>('at messageId departureId what from to why')),
);

export function record(tx: Tx, entry: NewEntry): void {
  const { at, messageId, departureId = null, what, from = null, to = null, why = null } = entry;
  insertEntry(tx, { at, messageId, departureId, what, from, to, why });
}

/** The history of one message and its departures, oldest first. */
export function historyOf(db: Reading, messageId: string): JournalEntry[] {
  return db.select().from(journal).where(eq(journal.messageId, messageId)).orderBy(journal.id).all();
}

/** When a departure last came into a state, epoch ms; undefined where it never did. */
export function lastInto(
  db: Reading,
  messageId: string,
  departureId: string,
  state: string,
): number | undefined {
  return db
    .select({ at: journal.at })
    .from(journal)
    .where(and(eq(journal.messageId, messageId), eq(journal.departureId, departureId), eq(journal.to, state)))
    .orderBy(desc(journal.id))
    .limit(1)
    .get()?.at;
}

/** When the last thing happened, epoch ms. */
export function lastJournalAt(db: Reading): number | undefined {
  return db.select({ at: journal.at }).from(journal).orderBy(desc(journal.id)).limit(1).get()?.at;
}

/**
 * Forgets what happened before `until`, epoch ms, but for messages that are still to leave. The last line stays: by it a
 * sandbox's clock knows where it has been.
 * @returns how many lines, at most `limit`
 */
export const forgetHistory = (tx: Tx, until: number, limit: number): number =>
  tx.run(sql`DELETE FROM journal WHERE id IN (
    SELECT id FROM journal AS line WHERE at < ${until} AND id < (SELECT max(id) FROM journal)
      AND NOT EXISTS (SELECT 1 FROM departures
        WHERE message_id = line.message_id AND ${inArray(departures.state, [...UNSETTLED_STATES])})
    ORDER BY id LIMIT ${limit})`).changes;

const insertChange = written((db) =>
  db.insert(changes).values(placeholders<typeof changes.$inferInsert>('topic ref')),
);

export function noteChange(tx: Tx, topic: Topic, ref: string): void {
  insertChange(tx, { topic, ref });
}

/** So many changes are told at once. */
export const MOST_CHANGES = 1000;

/** Changes after `seq`, oldest first, at most {@link MOST_CHANGES}. */
export function changesAfter(db: Reading, seq: number): Change[] {
  return db.select().from(changes).where(gt(changes.seq, seq)).orderBy(changes.seq).limit(MOST_CHANGES).all();
}

/** The newest change's `seq`, 0 where there is none. */
export function lastSeq(db: Reading): number {
  const newest = db.select({ seq: changes.seq }).from(changes).orderBy(desc(changes.seq)).limit(1).get();
  return newest?.seq ?? 0;
}

/** The newest of one topic, 0 where there is none. */
export const lastSeqOf = (db: Reading, topic: Topic): number =>
  db
    .select({ seq: max(changes.seq) })
    .from(changes)
    .where(eq(changes.topic, topic))
    .get()?.seq ?? 0;

/** Drops all but the newest `keep` changes: a follower that far behind starts afresh. */
export function pruneChanges(tx: Tx, keep: number): void {
  tx.delete(changes)
    .where(lte(changes.seq, lastSeq(tx) - keep))
    .run();
}
