/** Drafts in mailboxes: what of them lies in the folder that is for them. */
import { and, asc, eq, isNotNull, isNull, ne, sql } from 'drizzle-orm';
import { draftCopies, messages } from './schema';
import type { Message } from './messages';
import type { Reading, Tx } from './store';

export type DraftCopy = typeof draftCopies.$inferSelect;

export const insertDraftCopy = (tx: Tx, copy: Omit<DraftCopy, 'seq'>): DraftCopy =>
  tx.insert(draftCopies).values(copy).returning().get();

export const changeDraftCopy = (tx: Tx, { seq }: DraftCopy, patch: Partial<DraftCopy>): void =>
  void tx.update(draftCopies).set(patch).where(eq(draftCopies.seq, seq)).run();

export const removeDraftCopy = (tx: Tx, { seq }: DraftCopy): void =>
  void tx.delete(draftCopies).where(eq(draftCopies.seq, seq)).run();

/** In the order they were put there, or found. */
export const draftCopiesIn = (db: Reading, accountId: string): DraftCopy[] =>
  db
    .select()
    .from(draftCopies)
    .where(eq(draftCopies.accountId, accountId))
    .orderBy(asc(draftCopies.seq))
    .all();

/** Those of one draft, in the same order. */
export const draftCopiesOf = (db: Reading, accountId: string, messageId: string): DraftCopy[] =>
  db
    .select()
    .from(draftCopies)
    .where(and(eq(draftCopies.accountId, accountId), eq(draftCopies.messageId, messageId)))
    .orderBy(asc(draftCopies.seq))
    .all();

/** It lies in the folder of another account as well: both look into one mailbox. */
export const isKnownElsewhere = (db: Reading, accountId: string, print: string): boolean =>
  db
    .select({ seq: draftCopies.seq })
    .from(draftCopies)
    .where(
      and(ne(draftCopies.accountId, accountId), eq(draftCopies.print, print), ne(draftCopies.messageId, '')),
    )
    .get() !== undefined;

/** Nothing is known of that folder any more. */
export const forgetDraftCopies = (tx: Tx, accountId: string): void =>
  void tx.delete(draftCopies).where(eq(draftCopies.accountId, accountId)).run();

/** Its UIDs count anew: each has to be found again. */
export const unbindDraftCopies = (tx: Tx, accountId: string): void =>
  void tx.update(draftCopies).set({ uid: null }).where(eq(draftCopies.accountId, accountId)).run();

/** What was being put there and has not been found there. */
export const dropUnboundCopies = (tx: Tx, accountId: string): void =>
  void tx
    .delete(draftCopies)
    .where(and(eq(draftCopies.accountId, accountId), isNull(draftCopies.uid)))
    .run();

/** Drafts that would leave through an account, but for those that are to be encrypted: these lie here only. */
const isItsDraft = (accountNames: readonly string[]) =>
  sql`${messages.draft} = 1 AND ${messages.deletedAt} IS NULL AND ${messages.encrypt} = 'no'
    AND NOT EXISTS (SELECT 1 FROM sealed_words WHERE message_id = ${messages.id})
    AND (SELECT account FROM message_accounts WHERE message_id = ${messages.id})
      IN (SELECT value FROM json_each(${JSON.stringify(accountNames)}))`;

/**
 * Drafts of which there is no copy as they are now.
 * @param accountNames what an identity may name that account by
 */
export const draftsToPut = (db: Reading, accountId: string, accountNames: readonly string[]): Message[] =>
  db
    .select()
    .from(messages)
    .where(
      and(
        isItsDraft(accountNames),
        sql`NOT EXISTS (SELECT 1 FROM ${draftCopies} WHERE message_id = ${messages.id} AND account_id = ${accountId}
          AND ${draftCopies.revision} = ${messages.revision})`,
      ),
    )
    .orderBy(asc(messages.at))
    .all();

/** Copies of what is no draft of that account any more, and those of which there is a newer one. */
export const copiesToTakeOut = (
  db: Reading,
  accountId: string,
  accountNames: readonly string[],
): DraftCopy[] =>
  db
    .select()
    .from(draftCopies)
    .where(
      and(
        eq(draftCopies.accountId, accountId),
        isNotNull(draftCopies.uid),
        sql`${draftCopies.messageId} <> ''`,
        sql`(NOT EXISTS (SELECT 1 FROM ${messages} WHERE ${messages.id} = ${draftCopies.messageId} AND ${isItsDraft(accountNames)})
          OR EXISTS (SELECT 1 FROM draft_copies AS newer WHERE newer.message_id = ${draftCopies.messageId}
            AND newer.account_id = ${accountId} AND newer.seq > ${draftCopies.seq} AND newer.uid IS NOT NULL))`,
      ),
    )
    .all();

/** Another one whenever a draft has been written, changed, or is none any more. */
export const draftsMark = (db: Reading): string =>
  db.get<{ mark: string }>(
    sql`SELECT count(*) || ' ' || coalesce(sum(${messages.revision}), 0) || ' ' || coalesce(max(${messages.at}), 0) AS mark
      FROM ${messages} WHERE ${messages.draft} = 1 AND ${messages.deletedAt} IS NULL`,
  ).mark;
