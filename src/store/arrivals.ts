/** What has come in and has not been read. */
import { and, asc, eq, min, notInArray, sql } from 'drizzle-orm';
import { arrivals } from './schema';
import { built, placeholders } from './built';
import { withRest } from './sources';
import type { Reading, Tx } from './store';

export type Arrival = Omit<typeof arrivals.$inferSelect, 'bytes'>;

const insert = built((db) =>
  db.insert(arrivals).values(placeholders<typeof arrivals.$inferInsert>('id at size bytes tries')).prepare(),
);

/** @param beginning of its bytes; what follows is kept as the rest of a source */
export const insertArrival = (tx: Tx, arrival: Arrival, beginning: Buffer): void =>
  void insert(tx).run({ ...arrival, bytes: beginning });

/** Those to be read, in order: what was too much before comes after the others. @param without ids left out */
export function nextArrivals(db: Reading, without: readonly string[], limit: number): Arrival[] {
  const { id, at, size, tries } = arrivals;
  return db
    .select({ id, at, size, tries })
    .from(arrivals)
    .where(without.length > 0 ? notInArray(arrivals.id, [...without]) : undefined)
    .orderBy(asc(arrivals.tries), asc(arrivals.at), sql`rowid`)
    .limit(limit)
    .all();
}

const one = built((db) =>
  db
    .select({ bytes: arrivals.bytes })
    .from(arrivals)
    .where(eq(arrivals.id, sql.placeholder('id')))
    .prepare(),
);

/** True until it has become a message. */
export const isWaiting = (db: Reading, id: string): boolean =>
  db.select({ id: arrivals.id }).from(arrivals).where(eq(arrivals.id, id)).get() !== undefined;

/** All its bytes; undefined where it has been read meanwhile. */
export function bytesOfArrival(db: Reading, id: string): Buffer | undefined {
  const found = one(db).get({ id });
  return found && withRest(db, id, found.bytes);
}

export const noteTry = (tx: Tx, { id, tries }: Arrival): void =>
  void tx
    .update(arrivals)
    .set({ tries: tries + 1 })
    .where(and(eq(arrivals.id, id), eq(arrivals.tries, tries)))
    .run();

const drop = built((db) =>
  db
    .delete(arrivals)
    .where(eq(arrivals.id, sql.placeholder('id')))
    .prepare(),
);

/** It has become a message. */
export const dropArrival = (tx: Tx, id: string): void => void drop(tx).run({ id });

const waiting = built((db) =>
  db
    .select({ count: sql<number>`count(*)` })
    .from(arrivals)
    .prepare(),
);

const earliest = built((db) =>
  db
    .select({ at: min(arrivals.at) })
    .from(arrivals)
    .prepare(),
);

/** When the first of what waits came, epoch ms; null where nothing waits. */
export const firstArrivalAt = (db: Reading): number | null => earliest(db).get()?.at ?? null;

/** How many have not been read. */
export const arrivalsWaiting = (db: Reading): number => waiting(db).get()!.count;
