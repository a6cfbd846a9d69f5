/** The mail server's trouble, while it has any. */
import { eq } from 'drizzle-orm';
import { noteChange } from './journal';
import { mailServer } from './schema';
import { built } from './built';
import { dropMeta, keepMeta, readMeta } from './settings';
import type { Reading, Tx } from './store';

export type MailServerTrouble = Omit<typeof mailServer.$inferSelect, 'id'>;

const theTrouble = built((db) => db.select().from(mailServer).where(eq(mailServer.id, 1)).prepare());

/** undefined while nothing is wrong. */
export function loadTrouble(db: Reading): MailServerTrouble | undefined {
  return theTrouble(db).get();
}

export function saveTrouble(tx: Tx, trouble: MailServerTrouble): void {
  const { since, tries, nextTry, tryingSince } = trouble;
  const row = { trouble: trouble.trouble, since, tries, nextTry, tryingSince };
  tx.insert(mailServer)
    .values({ id: 1, ...row })
    .onConflictDoUpdate({ target: mailServer.id, set: row })
    .run();
  noteChange(tx, 'health', 'mail server');
}

export function clearTrouble(tx: Tx): void {
  if (!loadTrouble(tx)) return;
  tx.delete(mailServer).run();
  noteChange(tx, 'health', 'mail server');
}

const MAX_SIZE = 'mail-server-max-size';

/** Bytes of a message the mail server takes at most, as it said last; undefined where it never said. */
export function maxSizeOf(db: Reading): number | undefined {
  const known = readMeta(db, MAX_SIZE);
  return known === undefined ? undefined : Number(known);
}

export function noteMaxSize(tx: Tx, bytes: number): void {
  if (maxSizeOf(tx) === bytes) return;
  dropMeta(tx, MAX_SIZE);
  keepMeta(tx, MAX_SIZE, String(bytes));
}
