/** What is to come back. */
import { and, count, desc, eq, lte, min, notInArray, sql } from 'drizzle-orm';
import { messages, returns } from './schema';
import { among, built } from './built';
import type { Reading, Tx } from './store';

export type Return = typeof returns.$inferSelect;

export function insertReturn(tx: Tx, row: typeof returns.$inferInsert): Return {
  return tx.insert(returns).values(row).returning().get();
}

export function updateReturn(tx: Tx, id: string, patch: Partial<Return>): Return {
  return tx.update(returns).set(patch).where(eq(returns.id, id)).returning().get();
}

/** The return that waits for a message, if one does. */
export function waitingReturnOf(db: Reading, messageId: string): Return | undefined {
  return db
    .select()
    .from(returns)
    .where(and(eq(returns.messageId, messageId), eq(returns.state, 'waiting')))
    .get();
}

const waitingAmong = built((db) =>
  db
    .select()
    .from(returns)
    .where(and(among(returns.messageId), eq(returns.state, 'waiting')))
    .prepare(),
);

/** The returns that wait for these messages. */
export const waitingReturns = (db: Reading, messageIds: readonly string[]): Return[] =>
  waitingAmong(db).all({ ids: JSON.stringify(messageIds) });

const ofThread = built((db) =>
  db
    .select({ row: returns })
    .from(returns)
    .innerJoin(messages, eq(messages.id, returns.messageId))
    .where(and(eq(messages.threadId, sql.placeholder('thread')), eq(returns.state, 'waiting')))
    .prepare(),
);

/** The returns that wait in a thread. */
export function waitingInThread(db: Reading, threadId: string): Return[] {
  return ofThread(db)
    .all({ thread: threadId })
    .map(({ row }) => row);
}

/** How often a message has been put off so far. */
export function timesPutOff(db: Reading, messageId: string): number {
  const last = db
    .select({ times: returns.times })
    .from(returns)
    .where(and(eq(returns.messageId, messageId), eq(returns.state, 'returned')))
    .orderBy(desc(returns.times))
    .limit(1)
    .get();
  return last?.times ?? 0;
}

const earliest = built((db) =>
  db
    .select({ due: min(returns.due) })
    .from(returns)
    .where(sql`state = 'waiting'`)
    .prepare(),
);

/** The earliest moment at which something comes back, epoch ms; null where nothing will. @param without left out */
export function nextReturnDue(db: Reading, without: readonly string[]): number | null {
  if (without.length === 0) return earliest(db).get()?.due ?? null;
  const rest = db
    .select({ due: min(returns.due) })
    .from(returns)
    .where(and(sql`state = 'waiting'`, notInArray(returns.id, [...without])));
  return rest.get()!.due;
}

/** One that still waits and is due by `now`. */
export const findDueReturn = (db: Reading, id: string, now: number): Return | undefined =>
  db
    .select()
    .from(returns)
    .where(and(eq(returns.id, id), sql`state = 'waiting'`, lte(returns.due, now)))
    .get();

/** What is due to come back by `now`, in order, at most `limit`. */
export function dueReturns(db: Reading, now: number, limit: number): Return[] {
  return db
    .select()
    .from(returns)
    .where(and(sql`state = 'waiting'`, lte(returns.due, now)))
    .orderBy(returns.due)
    .limit(limit)
    .all();
}

/** All that waits, the soonest first. */
export function waiting(db: Reading, limit: number): Return[] {
  return db
    .select()
    .from(returns)
    .where(sql`state = 'waiting'`)
    .orderBy(returns.due)
    .limit(limit)
    .all();
}

export const countWaiting = (db: Reading): number =>
  db
    .select({ n: count() })
    .from(returns)
    .where(sql`state = 'waiting'`)
    .get()!.n;
