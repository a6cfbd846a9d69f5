/** What is known of mailboxes: how far their folders have been taken in, what lies where, and what is to be done there. */
import { and, asc, count, eq, inArray, sql } from 'drizzle-orm';
import { mailboxDue, mailboxFolders, mailboxItems, sentCopies } from './schema';
import { among, built, placeholders } from './built';
import type { Reading, Tx } from './store';

export type MailboxFolder = typeof mailboxFolders.$inferSelect;
export type MailboxItem = typeof mailboxItems.$inferSelect;
export type MailboxDue = typeof mailboxDue.$inferSelect;
export type SentCopy = typeof sentCopies.$inferSelect;

const inFolder = (accountId: string, path: string) =>
  and(eq(mailboxFolders.accountId, accountId), eq(mailboxFolders.path, path));

export const findFolder = (db: Reading, accountId: string, path: string): MailboxFolder | undefined =>
  db.select().from(mailboxFolders).where(inFolder(accountId, path)).get();

export const foldersOf = (db: Reading, accountId: string): MailboxFolder[] =>
  db
    .select()
    .from(mailboxFolders)
    .where(eq(mailboxFolders.accountId, accountId))
    .orderBy(asc(mailboxFolders.path))
    .all();

export const putFolder = (tx: Tx, folder: MailboxFolder): void =>
  void tx
    .insert(mailboxFolders)
    .values(folder)
    .onConflictDoUpdate({ target: [mailboxFolders.accountId, mailboxFolders.path], set: folder })
    .run();

export const changeFolder = (tx: Tx, accountId: string, path: string, patch: Partial<MailboxFolder>): void =>
  void tx.update(mailboxFolders).set(patch).where(inFolder(accountId, path)).run();

/** What is known of a folder counts no more: nobody follows it, or its UIDs count anew. */
export function forgetFolder(tx: Tx, accountId: string, path: string): void {
  tx.delete(mailboxFolders).where(inFolder(accountId, path)).run();
  tx.delete(mailboxItems)
    .where(and(eq(mailboxItems.accountId, accountId), eq(mailboxItems.folder, path)))
    .run();
}

const oneItem = built((db) =>
  db
    .select()
    .from(mailboxItems)
    .where(
      and(
        eq(mailboxItems.accountId, sql.placeholder('accountId')),
        eq(mailboxItems.folder, sql.placeholder('folder')),
        eq(mailboxItems.uid, sql.placeholder('uid')),
      ),
    )
    .prepare(),
);

export const findItem = (
  db: Reading,
  accountId: string,
  folder: string,
  uid: number,
): MailboxItem | undefined => oneItem(db).get({ accountId, folder, uid });

const insert = built((db) =>
  db
    .insert(mailboxItems)
    .values(placeholders<typeof mailboxItems.$inferInsert>('accountId folder uid messageId seen home moving'))
    .prepare(),
);

export const insertItem = (tx: Tx, item: MailboxItem): void =>
  void insert(tx).run({ ...item, seen: item.seen ? 1 : 0 });

const ofItem = ({ accountId, folder, uid }: MailboxItem) =>
  and(eq(mailboxItems.accountId, accountId), eq(mailboxItems.folder, folder), eq(mailboxItems.uid, uid));

export const changeItem = (tx: Tx, item: MailboxItem, patch: Partial<MailboxItem>): void =>
  void tx.update(mailboxItems).set(patch).where(ofItem(item)).run();

export const removeItem = (tx: Tx, item: MailboxItem): void =>
  void tx.delete(mailboxItems).where(ofItem(item)).run();

const ofMessage = built((db) =>
  db
    .select()
    .from(mailboxItems)
    .where(eq(mailboxItems.messageId, sql.placeholder('id')))
    .prepare(),
);

/** Where a message lies, in all mailboxes. */
export const itemsOf = (db: Reading, messageId: string): MailboxItem[] =>
  ofMessage(db).all({ id: messageId });

/** What was moved to where it lies just now. */
export const justMoved = (db: Reading, accountId: string): MailboxItem[] =>
  db
    .select()
    .from(mailboxItems)
    .where(and(eq(mailboxItems.accountId, accountId), sql`moving = folder`))
    .all();

/** What arrived turned out to be a message that is here: it is that which lies there. */
export const itemsAre = (tx: Tx, arrival: string, messageId: string): void =>
  void tx.update(mailboxItems).set({ messageId }).where(eq(mailboxItems.messageId, arrival)).run();

/** How many are known in a folder. */
export const countItems = (db: Reading, accountId: string, folder: string): number =>
  db
    .select({ n: count() })
    .from(mailboxItems)
    .where(and(eq(mailboxItems.accountId, accountId), eq(mailboxItems.folder, folder)))
    .get()!.n;

/** The UIDs known in a folder, ascending. */
export const uidsOf = (db: Reading, accountId: string, folder: string): number[] =>
  db
    .select({ uid: mailboxItems.uid })
    .from(mailboxItems)
    .where(and(eq(mailboxItems.accountId, accountId), eq(mailboxItems.folder, folder)))
    .orderBy(asc(mailboxItems.uid))
    .all()
    .map(({ uid }) => uid);

/** In order, at most `limit`, of what lies in one mailbox. */
export const dueIn = (db: Reading, accountId: string, limit: number): MailboxDue[] =>
  db
    .select()
    .from(mailboxDue)
    .where(
      sql`EXISTS (SELECT 1 FROM ${mailboxItems} WHERE message_id = ${mailboxDue.messageId} AND account_id = ${accountId})`,
    )
    .orderBy(asc(mailboxDue.seq))
    .limit(limit)
    .all();

/** Another one whenever something more is to be done in a mailbox. */
export const dueMark = (db: Reading): string =>
  db.get<{ mark: string }>(
    sql`SELECT coalesce((SELECT max(seq) FROM ${mailboxDue}), 0) || ' ' || coalesce((SELECT max(rowid) FROM ${sentCopies}), 0) AS mark`,
  ).mark;

export const dueOf = (db: Reading, messageId: string): MailboxDue[] =>
  db.select().from(mailboxDue).where(eq(mailboxDue.messageId, messageId)).all();

export const isDue = (db: Reading, seq: number): boolean =>
  db.select({ seq: mailboxDue.seq }).from(mailboxDue).where(eq(mailboxDue.seq, seq)).get() !== undefined;

/** It is to be done, though nobody has changed anything. */
export function makeDue(tx: Tx, messageId: string, what: MailboxDue['what']): void {
  dropDue(tx, messageId, what);
  tx.insert(mailboxDue).values({ messageId, what }).run();
}

/** Nothing is to be done about it any more. */
export const dropDue = (tx: Tx, messageId: string, what: MailboxDue['what']): void =>
  void tx
    .delete(mailboxDue)
    .where(and(eq(mailboxDue.messageId, messageId), eq(mailboxDue.what, what)))
    .run();

/** It has been done; one that has been changed meanwhile has another number. */
export const doneDue = (tx: Tx, seq: number): void =>
  void tx.delete(mailboxDue).where(eq(mailboxDue.seq, seq)).run();

/** Of what lies in no mailbox any more; while one is still being taken in it may yet be found there. */
export const dropIdleDue = (tx: Tx): void =>
  void tx.run(
    sql`DELETE FROM ${mailboxDue} WHERE NOT EXISTS (SELECT 1 FROM ${mailboxItems} WHERE message_id = ${mailboxDue.messageId})
      AND NOT EXISTS (SELECT 1 FROM ${mailboxFolders} WHERE rest > 0 AND stopped = 0)`,
  );

export const insertSentCopy = (tx: Tx, copy: typeof sentCopies.$inferInsert): void =>
  void tx.insert(sentCopies).values(copy).onConflictDoNothing().run();

export const sentCopiesOf = (db: Reading, accountId: string): SentCopy[] =>
  db.select().from(sentCopies).where(eq(sentCopies.accountId, accountId)).all();

export const beginSentCopy = (tx: Tx, departureId: string): void =>
  void tx.update(sentCopies).set({ begun: true }).where(eq(sentCopies.departureId, departureId)).run();

/** Whether any of them has been put there is not known. */
export const doubtSentCopies = (tx: Tx): void => void tx.update(sentCopies).set({ begun: true }).run();

export const removeSentCopies = (tx: Tx, departureIds: readonly string[]): void =>
  void tx
    .delete(sentCopies)
    .where(inArray(sentCopies.departureId, [...departureIds]))
    .run();

const arrivedAmong = built((db) =>
  db.select().from(mailboxItems).where(among(mailboxItems.messageId)).prepare(),
);

/** Where these lie. */
export const itemsOfAll = (db: Reading, ids: readonly string[]): MailboxItem[] =>
  arrivedAmong(db).all({ ids: JSON.stringify(ids) });
