/** Departures, a row each. */
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { DepartureState } from '#core/departure/states';
import { departures } from './schema';
import { asSeenIn, builtBy, columnsOf, placeholders, rowsBy, writtenBy } from './built';
import type { Reading, Tx } from './store';

export type Departure = typeof departures.$inferSelect;

const byId = rowsBy(departures, () => eq(departures.id, sql.placeholder('id')));

export function findDeparture(db: Reading, id: string): Departure | undefined {
  return byId(db, { id })[0];
}

/** True as long as nobody has changed it since it was read. */
export const isDepartureAsSeen = asSeenIn('departures');

const byMessage = rowsBy(departures, () => eq(departures.messageId, sql.placeholder('messageId')));

/** The departures of a message, oldest first. */
export function departuresOf(db: Reading, messageId: string): Departure[] {
  return byMessage(db, { messageId }).sort((a, b) => a.createdAt - b.createdAt);
}

/** What leaves, or is a draft of what was to leave, before or after these events. */
export const departuresOfEvents = (db: Reading, eventIds: readonly string[]): Departure[] =>
  db
    .select()
    .from(departures)
    .where(
      and(
        sql`json_extract(${departures.plan}, '$.event') IS NOT NULL`,
        inArray(sql`json_extract(${departures.plan}, '$.event')`, [...eventIds]),
      ),
    )
    .orderBy(departures.due)
    .all();

/** Which occurrence of its series it is: the same one, under another name. */
export const setOccurrence = (tx: Tx, id: string, occurrence: string): void =>
  void tx.update(departures).set({ occurrence }).where(eq(departures.id, id)).run();

const insert = builtBy((db, columns) =>
  db.insert(departures).values(placeholders<typeof departures.$inferInsert>(columns)).returning().prepare(),
);

export function insertDeparture(tx: Tx, departure: typeof departures.$inferInsert): Departure {
  return insert(tx, columnsOf(departure)).get(departure);
}

const swap = writtenBy((db, columns) =>
  db
    .update(departures)
    .set(placeholders(columns))
    .where(
      and(
        eq(departures.id, sql.placeholder('id')),
        eq(departures.revision, sql`${sql.placeholder('revision')} - 1`),
      ),
    ),
);

/**
 * Compare-and-swap on the revision.
 * @param patch what is not given in it stays
 * @returns the departure as it now is, or undefined if someone else changed it first
 */
export function swapDeparture(tx: Tx, seen: Departure, patch: Partial<Departure>): Departure | undefined {
  const next = { ...seen, revision: seen.revision + 1 };
  for (const [name, value] of Object.entries(patch))
    if (value !== undefined) Object.assign(next, { [name]: value });
  return swap(tx, `revision ${columnsOf(patch)}`, next) === 1 ? next : undefined;
}

export function departuresInState(db: Reading, state: DepartureState): Departure[] {
  return db.select().from(departures).where(eq(departures.state, state)).orderBy(departures.due).all();
}
