/** Departures by their moments: what is due, and what will be. Every question is an index look-up. */
import { and, asc, count, eq, gt, inArray, isNull, lte, min, sql } from 'drizzle-orm';
import { PENDING_STATES, type DepartureState } from '#core/departure/states';
import { departures } from './schema';
import { built, builtBy, clientOf, givenLimit } from './built';
import type { Reading } from './store';
import type { Departure } from './departures';

/** For one state, what leaves through one account; said in full, so that the index of what is pending is used. */
const pendingThrough = (state: string) =>
  and(
    sql`${departures.state} IN ('held', 'scheduled')`,
    eq(departures.state, state as DepartureState),
    eq(departures.account, sql.placeholder('account')),
  );

const earliest = builtBy((db, state) =>
  db
    .select({ due: min(departures.due) })
    .from(departures)
    .where(pendingThrough(state))
    .prepare(),
);

/** What is asked of each pending state of each of these accounts: a look at the index for each. */
const ofEach = <T>(accounts: readonly string[], ask: (state: DepartureState, account: string) => T): T[] =>
  accounts.flatMap((account) => PENDING_STATES.map((state) => ask(state, account)));

/** The earliest moment at which a pending departure of these accounts is due, epoch ms; null where none is. */
export function nextDepartureDue(db: Reading, accounts: readonly string[]): number | null {
  const dues = ofEach(accounts, (state, account) => earliest(db, state).get({ account })!.due).filter(
    (due) => due !== null,
  );
  return dues.length ? Math.min(...dues) : null;
}

/**
 * Of one moment the one that was planned first. They lie beside each other in the file then, so what leaves together changes
 * few pages.
 */
const AS_PLANNED = [asc(departures.due), sql`rowid`];

const dueIn = builtBy((db, state) =>
  db
    .select({ id: departures.id, due: departures.due, createdAt: departures.createdAt })
    .from(departures)
    .where(and(pendingThrough(state), lte(departures.due, sql.placeholder('now'))))
    .orderBy(...AS_PLANNED)
    .limit(givenLimit())
    .prepare(),
);

/** Pending departures of these accounts due by `now`, in due order. */
export function dueDepartures(
  db: Reading,
  accounts: readonly string[],
  now: number,
  limit: number,
): { id: string; due: number }[] {
  return ofEach(accounts, (state, account) => dueIn(db, state).all({ account, now, limit }))
    .flat()
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
        eq(departures.account, sql.placeholder('account')),
        lte(departures.due, sql.placeholder('now')),
        isNull(departures.firstAttemptAt),
      ),
    )
    .orderBy(...AS_PLANNED)
    .limit(givenLimit())
    .prepare(),
);

const anyUntriedIn = built((db) =>
  clientOf(db)
    .prepare<[string, string, number], number>(
      `SELECT EXISTS (SELECT 1 FROM departures WHERE state = ? AND account = ? AND due <= ? AND first_attempt_at IS NULL)`,
    )
    .pluck(),
);

/** Whether there is one that {@link untriedDue} would name: asked many times a second. */
export const anyUntriedDue = (db: Reading, accounts: readonly string[], now: number): boolean =>
  ofEach(accounts, (state, account) => anyUntriedIn(db).get(state, account, now)).includes(1);

/** Pending departures of these accounts due by `now` that nobody has tried yet, in due order. */
export const untriedDue = (db: Reading, accounts: readonly string[], now: number, limit = -1): Departure[] =>
  ofEach(accounts, (state, account) => untriedIn(db, state).all({ account, now, limit }))
    .flat()
    .sort((a, b) => a.due - b.due);

/** The earliest moment of such a departure, epoch ms; null where there is none. @param without left out */
export function nextUntried(
  db: Reading,
  accounts: readonly string[],
  without: readonly string[] = [],
): number | null {
  const first = untriedDue(db, accounts, Number.MAX_SAFE_INTEGER, 1 + without.length).find(
    ({ id }) => !without.includes(id),
  );
  return first?.due ?? null;
}

/** How many pending departures are due by a moment. @param accounts those that leave through these; all where none are named */
export function countDue(db: Reading, by: number, accounts?: readonly string[]): number {
  return db
    .select({ n: count() })
    .from(departures)
    .where(
      and(
        inArray(departures.state, [...PENDING_STATES]),
        lte(departures.due, by),
        accounts && inArray(departures.account, [...accounts]),
      ),
    )
    .get()!.n;
}

/** How many of these accounts are to leave. */
export function countPending(db: Reading, accounts: readonly string[]): number {
  return db
    .select({ n: count() })
    .from(departures)
    .where(and(sql`${departures.state} IN ('held', 'scheduled')`, inArray(departures.account, [...accounts])))
    .get()!.n;
}

/** How many of these accounts have left since a moment. */
export function countLeftSince(db: Reading, accounts: readonly string[], since: number): number {
  return db
    .select({ n: count() })
    .from(departures)
    .where(and(gt(departures.leftAt, since), inArray(departures.account, [...accounts])))
    .get()!.n;
}
