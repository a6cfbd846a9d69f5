/** Departures by their moments: what is due, and what will be. Every question is an index look-up. */
import { and, asc, count, eq, inArray, isNull, lte, min, sql } from 'drizzle-orm';
import { PENDING_STATES, type DepartureState } from '#core/departure/states';
import { departures } from './schema';
import { builtBy } from './built';
import type { Reading } from './store';
import type { Departure } from './departures';

const earliest = builtBy((db, state) =>
  db
    .select({ due: min(departures.due) })
    .from(departures)
    .where(eq(departures.state, state as DepartureState))
    .prepare(),
);

/** The earliest moment at which a pending departure is due, epoch ms; null where none is. */
export function nextDepartureDue(db: Reading): number | null {
  // One look at the index for each state; over both states at once SQLite would read them whole.
  const dues = PENDING_STATES.map((state) => earliest(db, state).get()!.due).filter((due) => due !== null);
  return dues.length ? Math.min(...dues) : null;
}

const dueIn = builtBy((db, state) =>
  db
    .select({ id: departures.id, due: departures.due, createdAt: departures.createdAt })
    .from(departures)
    .where(and(eq(departures.state, state as DepartureState), lte(departures.due, sql.placeholder('now'))))
    .orderBy(asc(departures.due), asc(departures.id))
    .limit(sql.placeholder('limit'))
    .prepare(),
);

/** Pending departures due by `now`, in due order. */
export function dueDepartures(db: Reading, now: number, limit: number): { id: string; due: number }[] {
  return PENDING_STATES.flatMap((state) => dueIn(db, state).all({ now, limit }))
    .sort((a, b) => a.due - b.due || a.createdAt - b.createdAt)
    .slice(0, limit);
}

const untriedIn = builtBy((db, state) =>
  db
    .select()
    .from(departures)
    .where(
      and(
        eq(departures.state, state as DepartureState),
        lte(departures.due, sql.placeholder('now')),
        isNull(departures.firstAttemptAt),
      ),
    )
    .orderBy(asc(departures.due), asc(departures.id))
    .limit(sql.placeholder('limit'))
    .prepare(),
);

/** Pending departures due by `now` that nobody has tried yet, in due order. */
export function untriedDue(db: Reading, now: number, limit = -1): Departure[] {
  return PENDING_STATES.flatMap((state) => untriedIn(db, state).all({ now, limit })).sort(
    (a, b) => a.due - b.due,
  );
}

/** The earliest moment of a pending departure that nobody has tried yet, epoch ms; null where there is none. @param without left out */
export function nextUntried(db: Reading, without: readonly string[] = []): number | null {
  const first = untriedDue(db, Number.MAX_SAFE_INTEGER, 1 + without.length).find(
    ({ id }) => !without.includes(id),
  );
  return first?.due ?? null;
}

/** How many pending departures are due by a moment. */
export function countDue(db: Reading, by: number): number {
  return db
    .select({ n: count() })
    .from(departures)
    .where(and(inArray(departures.state, [...PENDING_STATES]), lte(departures.due, by)))
    .get()!.n;
}

/** How many pending departures are due by a moment, counted up to `limit`. */
export function countDueBy(db: Reading, by: number, limit: number): number {
  return dueDepartures(db, by, limit).length;
}
