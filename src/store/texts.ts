/** Texts that are kept to be used again, and what they said before. */
import { and, asc, desc, eq, isNotNull, isNull, lt, sql } from 'drizzle-orm';
import { messages, texts, textVersions } from './schema';
import type { Reading, Tx } from './store';

export type Text = typeof texts.$inferSelect;
export type TextVersion = typeof textVersions.$inferSelect;

export const findText = (db: Reading, id: string): Text | undefined =>
  db.select().from(texts).where(eq(texts.id, id)).get();

/** Those that are not deleted, by name. */
export const allTexts = (db: Reading): Text[] =>
  db
    .select()
    .from(texts)
    .where(isNull(texts.deletedAt))
    .orderBy(sql`folded(${texts.name})`, asc(texts.id))
    .all();

/** One with that name, whatever its case, that is not deleted. */
export const textNamed = (db: Reading, name: string): Text | undefined =>
  db
    .select()
    .from(texts)
    .where(and(isNull(texts.deletedAt), sql`folded(${texts.name}) = folded(${name})`))
    .get();

export const insertText = (tx: Tx, text: typeof texts.$inferInsert): Text =>
  tx.insert(texts).values(text).returning().get();

/** Compare-and-swap on the revision; undefined if someone else changed it first. */
export const swapText = (tx: Tx, { id, revision }: Text, patch: Partial<Text>): Text | undefined =>
  tx
    .update(texts)
    .set({ ...patch, revision: revision + 1 })
    .where(and(eq(texts.id, id), eq(texts.revision, revision)))
    .returning()
    .get();

/** It was used once more; that is no change of it. */
export const noteUse = (tx: Tx, id: string, at: number): void =>
  void tx
    .update(texts)
    .set({ usedAt: at, used: sql`used + 1` })
    .where(eq(texts.id, id))
    .run();

/** The newest first. */
export const versionsOf = (db: Reading, textId: string): TextVersion[] =>
  db
    .select()
    .from(textVersions)
    .where(eq(textVersions.textId, textId))
    .orderBy(desc(textVersions.version))
    .all();

export const insertVersion = (tx: Tx, version: typeof textVersions.$inferInsert): void =>
  void tx.insert(textVersions).values(version).run();

export const dropVersion = (tx: Tx, { textId, version }: TextVersion): void =>
  void tx
    .delete(textVersions)
    .where(and(eq(textVersions.textId, textId), eq(textVersions.version, version)))
    .run();

/** The message says what a text says: it is no draft, and does not leave. */
export const setTextOf = (tx: Tx, messageId: string, textId: string): void =>
  void tx.update(messages).set({ textId, draft: false }).where(eq(messages.id, messageId)).run();

export const textsDeletedBefore = (db: Reading, until: number): Text[] =>
  db
    .select()
    .from(texts)
    .where(and(isNotNull(texts.deletedAt), lt(texts.deletedAt, until)))
    .all();

export const dropText = (tx: Tx, id: string): void => void tx.delete(texts).where(eq(texts.id, id)).run();
