/** Accounts, a row each, and what is known of their sending servers. */
import { asc, eq, sql } from 'drizzle-orm';
import { accounts, serverTroubles } from './schema';
import { built } from './built';
import { noteChange } from './journal';
import { dropMeta, keepMeta, readMeta } from './settings';
import type { Reading, Tx } from './store';

export type Account = typeof accounts.$inferSelect;

const everyAccount = built((db) =>
  db
    .select()
    .from(accounts)
    .orderBy(asc(accounts.createdAt), sql`rowid`)
    .prepare(),
);

/** The oldest first. */
export const allAccounts = (db: Reading): Account[] => everyAccount(db).all();

/** Every name the account of a departure may have. */
export const accountNames = (db: Reading): string[] => ['', ...allAccounts(db).map(({ id }) => id)];

const oneAccount = built((db) =>
  db
    .select()
    .from(accounts)
    .where(eq(accounts.id, sql.placeholder('id')))
    .prepare(),
);

export const findAccount = (db: Reading, id: string): Account | undefined => oneAccount(db).get({ id });

export const insertAccount = (tx: Tx, account: Account): void =>
  void tx.insert(accounts).values(account).run();

export const changeAccountRow = (tx: Tx, id: string, patch: Partial<Account>): void =>
  void tx.update(accounts).set(patch).where(eq(accounts.id, id)).run();

/** With what is known of its server. */
export function removeAccountRow(tx: Tx, id: string): void {
  tx.delete(accounts).where(eq(accounts.id, id)).run();
  tx.delete(serverTroubles).where(eq(serverTroubles.account, id)).run();
  dropMeta(tx, maxSizeKey(id));
}

/** What keeps a sending server from being used; its account is empty for the one the environment names. */
export type ServerTrouble = typeof serverTroubles.$inferSelect;

const theTrouble = built((db) =>
  db
    .select()
    .from(serverTroubles)
    .where(eq(serverTroubles.account, sql.placeholder('account')))
    .prepare(),
);

/** undefined while nothing is wrong. */
export const loadTrouble = (db: Reading, account: string): ServerTrouble | undefined =>
  theTrouble(db).get({ account });

const everyTrouble = built((db) => db.select().from(serverTroubles).prepare());

export const allTroubles = (db: Reading): ServerTrouble[] => everyTrouble(db).all();

export function saveTrouble(tx: Tx, trouble: ServerTrouble): void {
  tx.insert(serverTroubles)
    .values(trouble)
    .onConflictDoUpdate({ target: serverTroubles.account, set: trouble })
    .run();
  noteChange(tx, 'health', 'mail server');
}

export function clearTrouble(tx: Tx, account: string): void {
  if (!loadTrouble(tx, account)) return;
  tx.delete(serverTroubles).where(eq(serverTroubles.account, account)).run();
  noteChange(tx, 'health', 'mail server');
}

const MAX_SIZE = 'mail-server-max-size';
const maxSizeKey = (account: string) => (account === '' ? MAX_SIZE : `${MAX_SIZE}:${account}`);

/** Bytes of a message this server takes at most, as it said last; undefined where it never said. */
export function maxSizeOf(db: Reading, account: string): number | undefined {
  const known = readMeta(db, maxSizeKey(account));
  return known === undefined ? undefined : Number(known);
}

export function noteMaxSize(tx: Tx, account: string, bytes: number): void {
  if (maxSizeOf(tx, account) === bytes) return;
  dropMeta(tx, maxSizeKey(account));
  keepMeta(tx, maxSizeKey(account), String(bytes));
}
