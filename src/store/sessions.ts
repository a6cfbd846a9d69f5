/** Who is signed in. */
import { desc, eq, lte, sql } from 'drizzle-orm';
import { sessions } from './schema';
import { built } from './built';
import type { Reading, Tx } from './store';

export type SessionRow = typeof sessions.$inferSelect;

const byHash = built((db) =>
  db
    .select()
    .from(sessions)
    .where(eq(sessions.hash, sql.placeholder('hash')))
    .prepare(),
);

export const sessionOfHash = (db: Reading, hash: string): SessionRow | undefined => byHash(db).get({ hash });

const byId = built((db) =>
  db
    .select()
    .from(sessions)
    .where(eq(sessions.id, sql.placeholder('id')))
    .prepare(),
);

export const findSession = (db: Reading, id: string): SessionRow | undefined => byId(db).get({ id });

/** The one seen last first. */
export const allSessions = (db: Reading): SessionRow[] =>
  db.select().from(sessions).orderBy(desc(sessions.seenAt), sessions.id).all();

export const insertSession = (tx: Tx, row: SessionRow): void => void tx.insert(sessions).values(row).run();

export const markSeen = (tx: Tx, id: string, seenAt: number): void =>
  void tx.update(sessions).set({ seenAt }).where(eq(sessions.id, id)).run();

/** @returns true where there was one */
export const deleteSession = (tx: Tx, id: string): boolean =>
  tx.delete(sessions).where(eq(sessions.id, id)).run().changes > 0;

export const deleteAllSessions = (tx: Tx): void => void tx.delete(sessions).run();

export const deleteExpired = (tx: Tx, now: number): void =>
  void tx.delete(sessions).where(lte(sessions.until, now)).run();
