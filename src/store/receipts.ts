/** What came back about departures. */
import { asc, eq, inArray } from 'drizzle-orm';
import { receipts } from './schema';
import type { Reading, Tx } from './store';

export type Receipt = typeof receipts.$inferSelect;

export function insertReceipt(tx: Tx, receipt: typeof receipts.$inferInsert): void {
  tx.insert(receipts).values(receipt).run();
}

/** What a message has said of departures. */
export const receiptsIn = (db: Reading, messageId: string): Receipt[] =>
  db.select().from(receipts).where(eq(receipts.messageId, messageId)).orderBy(asc(receipts.id)).all();

/** In the order they came. */
export function receiptsOf(db: Reading, departureIds: readonly string[]): Receipt[] {
  if (departureIds.length === 0) return [];
  return db
    .select()
    .from(receipts)
    .where(inArray(receipts.departureId, [...departureIds]))
    .orderBy(asc(receipts.id))
    .all();
}
