/** Occasions, what belongs around them, and sets kept for the next one. */
import { and, asc, desc, eq, inArray, isNull, lt, sql } from 'drizzle-orm';
import { occasionMessages, occasions, occasionSets } from './schema';
import { built } from './built';
import type { Reading, Tx } from './store';

export type OccasionRow = typeof occasions.$inferSelect;
export type OccasionMessage = typeof occasionMessages.$inferSelect;
export type OccasionSet = typeof occasionSets.$inferSelect;

export const findOccasion = (db: Reading, id: string): OccasionRow | undefined =>
  db.select().from(occasions).where(eq(occasions.id, id)).get();

/** Those that are not deleted, by their dates. */
export const allOccasions = (db: Reading): OccasionRow[] =>
  db
    .select()
    .from(occasions)
    .where(isNull(occasions.deletedAt))
    .orderBy(asc(occasions.local), asc(occasions.id))
    .all();

export const insertOccasion = (tx: Tx, row: typeof occasions.$inferInsert): OccasionRow =>
  tx.insert(occasions).values(row).returning().get();

/** Compare-and-swap on the revision; undefined if someone else changed it first. */
export const swapOccasion = (
  tx: Tx,
  { id, revision }: OccasionRow,
  patch: Partial<OccasionRow>,
): OccasionRow | undefined =>
  tx
    .update(occasions)
    .set({ ...patch, revision: revision + 1 })
    .where(and(eq(occasions.id, id), eq(occasions.revision, revision)))
    .returning()
    .get();

export const messagesAround = (db: Reading, occasionId: string): OccasionMessage[] =>
  db.select().from(occasionMessages).where(eq(occasionMessages.occasionId, occasionId)).all();

export const putAround = (tx: Tx, row: OccasionMessage): void =>
  void tx
    .insert(occasionMessages)
    .values(row)
    .onConflictDoUpdate({
      target: occasionMessages.messageId,
      set: { occasionId: row.occasionId, offset: row.offset },
    })
    .run();

export const takeFromAround = (tx: Tx, messageId: string): void =>
  void tx.delete(occasionMessages).where(eq(occasionMessages.messageId, messageId)).run();

/** Of messages, the occasion each belongs to, unless that is deleted. */
export function occasionsOf(
  db: Reading,
  messageIds: readonly string[],
): Map<string, { occasion: OccasionRow; offset: OccasionMessage['offset'] }> {
  if (messageIds.length === 0) return new Map();
  const rows = db
    .select({ around: occasionMessages, occasion: occasions })
    .from(occasionMessages)
    .innerJoin(occasions, eq(occasions.id, occasionMessages.occasionId))
    .where(and(inArray(occasionMessages.messageId, [...messageIds]), isNull(occasions.deletedAt)))
    .all();
  return new Map(rows.map(({ around, occasion }) => [around.messageId, { occasion, offset: around.offset }]));
}

const ofOne = built((db) =>
  db
    .select({ occasion: occasions })
    .from(occasionMessages)
    .innerJoin(occasions, eq(occasions.id, occasionMessages.occasionId))
    .where(eq(occasionMessages.messageId, sql.placeholder('id')))
    .prepare(),
);

/** The occasion a message belongs to. */
export const occasionOf = (db: Reading, messageId: string): OccasionRow | undefined =>
  ofOne(db).get({ id: messageId })?.occasion;

export const allSets = (db: Reading): OccasionSet[] =>
  db
    .select()
    .from(occasionSets)
    .where(isNull(occasionSets.deletedAt))
    .orderBy(desc(occasionSets.createdAt))
    .all();

export const findSet = (db: Reading, id: string): OccasionSet | undefined =>
  db.select().from(occasionSets).where(eq(occasionSets.id, id)).get();

export const insertSet = (tx: Tx, row: typeof occasionSets.$inferInsert): OccasionSet =>
  tx.insert(occasionSets).values(row).returning().get();

export const changeSet = (tx: Tx, id: string, patch: Partial<OccasionSet>): void =>
  void tx.update(occasionSets).set(patch).where(eq(occasionSets.id, id)).run();

/** Occasions and sets; an index is not worth it for so few. @param until epoch ms */
export function dropOccasionsDeletedBefore(tx: Tx, until: number): void {
  for (const table of [occasions, occasionSets]) tx.delete(table).where(lt(table.deletedAt, until)).run();
}
