/** Batches, their rows, and how far they have come. */
import { and, asc, desc, eq, gt, gte, isNotNull, isNull, lt, max, sql } from 'drizzle-orm';
import type { DepartureState, PauseCause } from '#core/departure/states';
import { batches, batchRows, messages } from './schema';
import { built } from './built';
import { insertMany } from './many';
import { UNANSWERED } from './outcomes';
import type { Reading, Tx } from './store';

export type Batch = typeof batches.$inferSelect;
export type BatchRowOf = typeof batchRows.$inferSelect;

export const findBatch = (db: Reading, id: string): Batch | undefined =>
  db.select().from(batches).where(eq(batches.id, id)).get();

/** Those that are not deleted, the newest first. */
export const allBatches = (db: Reading): Batch[] =>
  db
    .select()
    .from(batches)
    .where(isNull(batches.deletedAt))
    .orderBy(desc(batches.createdAt), desc(batches.id))
    .all();

export const insertBatch = (tx: Tx, batch: typeof batches.$inferInsert): Batch =>
  tx.insert(batches).values(batch).returning().get();

/** Compare-and-swap on the revision; undefined if someone else changed it first. */
export const swapBatch = (tx: Tx, { id, revision }: Batch, patch: Partial<Batch>): Batch | undefined =>
  tx
    .update(batches)
    .set({ ...patch, revision: revision + 1 })
    .where(and(eq(batches.id, id), eq(batches.revision, revision)))
    .returning()
    .get();

export const batchesDeletedBefore = (db: Reading, until: number): Batch[] =>
  db
    .select()
    .from(batches)
    .where(and(isNotNull(batches.deletedAt), lt(batches.deletedAt, until)))
    .all();

export const dropBatch = (tx: Tx, id: string): void =>
  void tx.delete(batches).where(eq(batches.id, id)).run();

/** The message says what the rows of a batch say: it is no draft, and does not leave. */
export const setBatchOf = (tx: Tx, messageId: string, batchId: string): void =>
  void tx.update(messages).set({ batchId, draft: false }).where(eq(messages.id, messageId)).run();

export function insertRows(
  tx: Tx,
  batchId: string,
  rows: readonly { position: number; cells: string[] }[],
): void {
  insertMany(
    tx,
    'INTO batch_rows (batch_id, position, cells)',
    rows.map(({ position, cells }) => [batchId, position, JSON.stringify(cells)]),
  );
}

export const lastPosition = (db: Reading, batchId: string): number =>
  db
    .select({ at: max(batchRows.position) })
    .from(batchRows)
    .where(eq(batchRows.batchId, batchId))
    .get()!.at ?? 0;

/** In order. @param from the first position that may be among them */
export const rowsOf = (db: Reading, batchId: string, from = 1, limit = -1): BatchRowOf[] =>
  db
    .select()
    .from(batchRows)
    .where(and(eq(batchRows.batchId, batchId), gte(batchRows.position, from)))
    .orderBy(asc(batchRows.position))
    .limit(limit)
    .all();

export const findRow = (db: Reading, batchId: string, position: number): BatchRowOf | undefined =>
  db
    .select()
    .from(batchRows)
    .where(and(eq(batchRows.batchId, batchId), eq(batchRows.position, position)))
    .get();

export const changeRow = (tx: Tx, { batchId, position }: BatchRowOf, patch: Partial<BatchRowOf>): void =>
  void tx
    .update(batchRows)
    .set(patch)
    .where(and(eq(batchRows.batchId, batchId), eq(batchRows.position, position)))
    .run();

export const dropRow = (tx: Tx, { batchId, position }: BatchRowOf): void =>
  void tx
    .delete(batchRows)
    .where(and(eq(batchRows.batchId, batchId), eq(batchRows.position, position)))
    .run();

const byMessage = built((db) =>
  db
    .select()
    .from(batchRows)
    .where(eq(batchRows.messageId, sql.placeholder('id')))
    .prepare(),
);

/** The row a message was made from. */
export const rowOfMessage = (db: Reading, messageId: string): BatchRowOf | undefined =>
  byMessage(db).get({ id: messageId });

/** A row with its departure, as far as it has one. */
export interface RowDeparture {
  position: number;
  messageId: string;
  differs: boolean;
  subject: string;
  departureId: string | null;
  state: DepartureState | null;
  pausedFor: PauseCause | null;
  due: number | null;
  leftAt: number | null;
  answered: boolean;
}

/** Of each row that was made into a message; its newest departure, and whether that was answered. */
export const departuresOfRows = (db: Reading, batchId: string): RowDeparture[] =>
  db
    .all<Omit<RowDeparture, 'answered' | 'differs'> & { answered: number; differs: number }>(
      sql`SELECT r.position AS position, r.message_id AS messageId, r.differs AS differs, m.subject AS subject,
        departures.id AS departureId, departures.state AS state, departures.paused_for AS pausedFor,
        departures.due AS due, departures.left_at AS leftAt,
        (departures.left_at IS NOT NULL AND departures.header_id IS NOT NULL AND NOT (${UNANSWERED})) AS answered
      FROM batch_rows r
      JOIN messages m ON m.id = r.message_id
      LEFT JOIN departures ON departures.id = (
        SELECT d.id FROM departures d WHERE d.message_id = r.message_id ORDER BY d.created_at DESC, d.id LIMIT 1)
      WHERE r.batch_id = ${batchId} ORDER BY r.position`,
    )
    .map((row) => ({ ...row, differs: row.differs === 1, answered: row.answered === 1 }));

/** How many rows there are. */
export const countRows = (db: Reading, batchId: string): number =>
  db.get<{ n: number }>(sql`SELECT count(*) AS n FROM batch_rows WHERE batch_id = ${batchId}`).n;

/** Rows that have not become a message, from a position on. */
export const unmadeRows = (db: Reading, batchId: string, after: number, limit: number): BatchRowOf[] =>
  db
    .select()
    .from(batchRows)
    .where(and(eq(batchRows.batchId, batchId), isNull(batchRows.messageId), gt(batchRows.position, after)))
    .orderBy(asc(batchRows.position))
    .limit(limit)
    .all();
