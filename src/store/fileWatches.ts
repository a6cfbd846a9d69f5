/** Messages that leave when a file changes. */
import { and, desc, eq } from 'drizzle-orm';
import { fileWatches, messages } from './schema';
import type { Reading, Tx } from './store';

export type FileWatch = typeof fileWatches.$inferSelect;

export const findFileWatch = (db: Reading, id: string): FileWatch | undefined =>
  db.select().from(fileWatches).where(eq(fileWatches.id, id)).get();

export const fileWatchOf = (db: Reading, messageId: string): FileWatch | undefined =>
  db.select().from(fileWatches).where(eq(fileWatches.messageId, messageId)).get();

/** With the subject of what they send; the newest first. */
export const allFileWatches = (db: Reading): (FileWatch & { subject: string })[] =>
  db
    .select({ watch: fileWatches, subject: messages.subject })
    .from(fileWatches)
    .innerJoin(messages, eq(messages.id, fileWatches.messageId))
    .orderBy(desc(fileWatches.createdAt), fileWatches.id)
    .all()
    .map(({ watch, subject }) => ({ ...watch, subject }));

export const activeFileWatches = (db: Reading): FileWatch[] =>
  db.select().from(fileWatches).where(eq(fileWatches.state, 'watching')).all();

export const insertFileWatch = (tx: Tx, row: typeof fileWatches.$inferInsert): FileWatch =>
  tx.insert(fileWatches).values(row).returning().get();

/**
 * Compare-and-swap on the revision.
 * @returns it as it now is, or undefined if someone else changed it first
 */
export const swapFileWatch = (tx: Tx, seen: FileWatch, patch: Partial<FileWatch>): FileWatch | undefined =>
  tx
    .update(fileWatches)
    .set({ ...patch, revision: seen.revision + 1 })
    .where(and(eq(fileWatches.id, seen.id), eq(fileWatches.revision, seen.revision)))
    .returning()
    .get();

/** What was seen last, whatever else is being changed. */
export const noteSeen = (tx: Tx, id: string, seen: FileWatch['seen']): void =>
  void tx.update(fileWatches).set({ seen }).where(eq(fileWatches.id, id)).run();

export const deleteFileWatch = (tx: Tx, id: string): void =>
  void tx.delete(fileWatches).where(eq(fileWatches.id, id)).run();

/** The message is what is sent each time, and no draft; or it is one again. */
export const setWatched = (tx: Tx, messageId: string, fileWatchId: string | null): void =>
  void tx
    .update(messages)
    .set({ fileWatchId, draft: fileWatchId === null })
    .where(eq(messages.id, messageId))
    .run();
