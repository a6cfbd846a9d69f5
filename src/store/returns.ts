/** What is to come back. */
import { and, eq, inArray, lte, min, sql } from 'drizzle-orm';
import { returns } from './schema';
import { built } from './built';
import type { Reading, Tx } from './store';

export type Return = typeof returns.$inferSelect;

export function insertReturn(tx: Tx, row: typeof returns.$inferInsert): Return {
  return tx.insert(returns).values(row).returning().get();
}

/** The return that waits for a message, if one does. */
export function waitingReturnOf(db: Reading, messageId: string): Return | undefined {
  return db
    .select()
    .from(returns)
    .where(and(eq(returns.messageId, messageId), eq(returns.state, 'waiting')))
    .get();
}

/** The returns that wait for these messages. */
export function waitingReturns(db: Reading, messageIds: string[]): Return[] {
  if (messageIds.length === 0) return [];
  return db
    .select()
    .from(returns)
    .where(and(inArray(returns.messageId, messageIds), eq(returns.state, 'waiting')))
    .all();
}

export function endReturn(tx: Tx, id: string, state: 'returned' | 'ended'): void {
  tx.update(returns).set({ state }).where(eq(returns.id, id)).run();
}

const earliest = built((db) =>
  db
    .select({ due: min(returns.due) })
    .from(returns)
    .where(sql`state = 'waiting'`)
    .prepare(),
);

/** The earliest moment at which something comes back, epoch ms; null where nothing will. */
export function nextReturnDue(db: Reading): number | null {
  return earliest(db).get()?.due ?? null;
}

/** What is due to come back by `now`, in order. */
export function dueReturns(db: Reading, now: number): Return[] {
  return db
    .select()
    .from(returns)
    .where(and(sql`state = 'waiting'`, lte(returns.due, now)))
    .orderBy(returns.due)
    .all();
}
