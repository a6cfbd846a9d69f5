/** Series, a row each, and the departures that are their occurrences. */
import { and, asc, desc, eq, gte, inArray, isNotNull, isNull, lte, min, not, sql } from 'drizzle-orm';
import { departures, messages, series } from './schema';
import type { Departure } from './departures';
import { among, built } from './built';
import type { Reading, Tx } from './store';

export type SeriesRow = typeof series.$inferSelect;

export const findSeries = (db: Reading, id: string): SeriesRow | undefined =>
  db.select().from(series).where(eq(series.id, id)).get();

/** Those that are not deleted, the newest first. */
export const allSeries = (db: Reading): SeriesRow[] =>
  db.select().from(series).where(isNull(series.deletedAt)).orderBy(desc(series.createdAt), series.id).all();

/** Those that belong to these events; there are few series, and no index for it. */
export const seriesOfEvents = (db: Reading, eventIds: readonly string[]): SeriesRow[] =>
  db
    .select()
    .from(series)
    .where(
      and(
        inArray(sql`json_extract(${series.plan}, '$.around.event')`, [...eventIds]),
        isNull(series.deletedAt),
      ),
    )
    .all();

export const insertSeries = (tx: Tx, row: typeof series.$inferInsert): SeriesRow =>
  tx.insert(series).values(row).returning().get();

/**
 * Compare-and-swap on the revision.
 * @returns the series as it now is, or undefined if someone else changed it first
 */
export const swapSeries = (tx: Tx, seen: SeriesRow, patch: Partial<SeriesRow>): SeriesRow | undefined =>
  tx
    .update(series)
    .set({ ...patch, revision: seen.revision + 1 })
    .where(and(eq(series.id, seen.id), eq(series.revision, seen.revision)))
    .returning()
    .get();

/** The message is what occurrences are made from, and no draft; or it is one again. */
export function setTemplate(tx: Tx, messageId: string, seriesId: string | null): void {
  tx.update(messages)
    .set({ seriesId, draft: seriesId === null })
    .where(eq(messages.id, messageId))
    .run();
}

const earliest = built((db) =>
  db
    .select({ at: min(series.next) })
    .from(series)
    .where(and(isNotNull(series.next), not(among(series.id))))
    .prepare(),
);

/** When there is something to do about any of them, epoch ms. @param without left out */
export const nextSeriesDue = (db: Reading, without: readonly string[]): number | null =>
  earliest(db).get({ ids: JSON.stringify(without) })!.at;

export const dueSeries = (db: Reading, now: number, limit: number): { id: string; at: number }[] =>
  db
    .select({ id: series.id, at: sql<number>`${series.next}` })
    .from(series)
    .where(and(isNotNull(series.next), lte(series.next, now)))
    .orderBy(series.next, series.id)
    .limit(limit)
    .all();

/** Its departures from an occurrence on, in order. @param from `2026-12-03T09:10:00` */
export const occurrencesFrom = (db: Reading, id: string, from: string): Departure[] =>
  db
    .select()
    .from(departures)
    .where(and(eq(departures.seriesId, id), gte(departures.occurrence, from)))
    .orderBy(asc(departures.occurrence), asc(departures.due))
    .all();

export const departuresOfOccurrence = (db: Reading, id: string, occurrence: string): Departure[] =>
  db
    .select()
    .from(departures)
    .where(and(eq(departures.seriesId, id), eq(departures.occurrence, occurrence)))
    .all();

/** Those that have not left and still may. */
export const openOccurrences = (db: Reading, id: string): Departure[] =>
  db
    .select()
    .from(departures)
    .where(
      and(
        eq(departures.seriesId, id),
        inArray(departures.state, ['held', 'scheduled', 'paused', 'releasing', 'failed', 'unconfirmed']),
      ),
    )
    .orderBy(asc(departures.due))
    .all();

/** The last to have left, the newest first. */
export const leftOccurrences = (db: Reading, id: string, limit: number): Departure[] =>
  db
    .select()
    .from(departures)
    .where(and(eq(departures.seriesId, id), isNotNull(departures.leftAt)))
    .orderBy(desc(departures.leftAt))
    .limit(limit)
    .all();

/** How many occurrences have left, and when the last one did, epoch ms. */
export const leftOf = (db: Reading, id: string): { count: number; last: number | null } =>
  db.get<{ count: number; last: number | null }>(
    sql`SELECT count(DISTINCT occurrence) AS count, max(left_at) AS last FROM departures
      WHERE series_id = ${id} AND left_at IS NOT NULL`,
  );

export const setDiffers = (tx: Tx, departureIds: readonly string[], differs: boolean): void => {
  tx.update(departures)
    .set({ differs })
    .where(inArray(departures.id, [...departureIds]))
    .run();
};

/** An occurrence that goes along with what follows it. */
export const moveOccurrence = (tx: Tx, departureId: string, seriesId: string): void => {
  tx.update(departures).set({ seriesId }).where(eq(departures.id, departureId)).run();
};
