/** What is signed or encrypted before it leaves. */
import { eq, sql } from 'drizzle-orm';
import { sealedBodies, sealedWords, sealingDue } from './schema';
import { among, built } from './built';
import type { Reading, Tx } from './store';

export type SealedBodyRow = typeof sealedBodies.$inferSelect;

const bodyOf = built((db) =>
  db
    .select()
    .from(sealedBodies)
    .where(eq(sealedBodies.departureId, sql.placeholder('id')))
    .prepare(),
);

/** What a departure leaves with; undefined where nothing is sealed for it. */
export const sealedBodyOf = (db: Reading, departureId: string): SealedBodyRow | undefined =>
  bodyOf(db).get({ id: departureId });

export function keepSealedBody(tx: Tx, row: SealedBodyRow): void {
  tx.insert(sealedBodies)
    .values(row)
    .onConflictDoUpdate({ target: sealedBodies.departureId, set: row })
    .run();
}

/** It is for other readers by now. */
export const forgetSealedBody = (tx: Tx, departureId: string): void =>
  void tx.delete(sealedBodies).where(eq(sealedBodies.departureId, departureId)).run();

const words = built((db) =>
  db
    .select({ bytes: sealedWords.bytes })
    .from(sealedWords)
    .where(eq(sealedWords.messageId, sql.placeholder('id')))
    .prepare(),
);

/** What a message says, encrypted to me (OpenPGP, binary); undefined where it says so itself. */
export const sealedWordsOf = (db: Reading, messageId: string): Buffer | undefined =>
  words(db).get({ id: messageId })?.bytes;

const isThere = built((db) =>
  db
    .select({ one: sql<number>`1` })
    .from(sealedWords)
    .where(eq(sealedWords.messageId, sql.placeholder('id')))
    .prepare(),
);

/** What it says is kept encrypted. */
export const isSealed = (db: Reading, messageId: string): boolean =>
  isThere(db).get({ id: messageId }) !== undefined;

const sealedOnes = built((db) =>
  db.select({ id: sealedWords.messageId }).from(sealedWords).where(among(sealedWords.messageId)).prepare(),
);

/** Those of these messages of which what they say is kept encrypted. */
export const sealedAmong = (db: Reading, messageIds: readonly string[]): Set<string> =>
  new Set(
    sealedOnes(db)
      .all({ ids: JSON.stringify(messageIds) })
      .map(({ id }) => id),
  );

export const keepSealedWords = (tx: Tx, messageId: string, bytes: Buffer): void =>
  void tx
    .insert(sealedWords)
    .values({ messageId, bytes })
    .onConflictDoUpdate({ target: sealedWords.messageId, set: { bytes } })
    .run();

export const dropSealedWords = (tx: Tx, messageId: string): void =>
  void tx.delete(sealedWords).where(eq(sealedWords.messageId, messageId)).run();

/** What another message is made from is sealed in that one as well. */
export function copySealedWords(tx: Tx, from: string, to: string): void {
  const bytes = sealedWordsOf(tx, from);
  if (bytes) keepSealedWords(tx, to, bytes);
}

/** Messages of which something pending is to be sealed. */
export const toBeSealed = (db: Reading): string[] =>
  db
    .select({ id: sealingDue.messageId })
    .from(sealingDue)
    .all()
    .map(({ id }) => id);

/** Nothing more is to be done for it, for now. */
export const sealingDone = (tx: Tx, messageId: string): void =>
  void tx.delete(sealingDue).where(eq(sealingDue.messageId, messageId)).run();
