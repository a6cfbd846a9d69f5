/** Departures, their deliveries and frozen bytes. */
import { and, asc, count, desc, eq, gte, inArray, lt, lte, min, sql, type SQL } from 'drizzle-orm';
import { PENDING_STATES, UNSETTLED_STATES, type DepartureState } from '../core/departure/states';
import type { RecipientOutcome } from '../core/departure/outcome';
import { deliveries, departures, frozen } from './schema';
import type { Reading, Tx } from './store';

export type Departure = typeof departures.$inferSelect;
export type Delivery = typeof deliveries.$inferSelect;

export function findDeparture(db: Reading, id: string): Departure | undefined {
  return db.select().from(departures).where(eq(departures.id, id)).get();
}

/** The departures of a message, oldest first. */
export function departuresOf(db: Reading, messageId: string): Departure[] {
  return db
    .select()
    .from(departures)
    .where(eq(departures.messageId, messageId))
    .orderBy(departures.createdAt)
    .all();
}

export function insertDeparture(tx: Tx, departure: typeof departures.$inferInsert): Departure {
  return tx.insert(departures).values(departure).returning().get();
}

/**
 * Compare-and-swap on the revision.
 * @returns the departure as it now is, or undefined if someone else changed it first
 */
export function swapDeparture(tx: Tx, seen: Departure, patch: Partial<Departure>): Departure | undefined {
  return tx
    .update(departures)
    .set({ ...patch, revision: seen.revision + 1 })
    .where(and(eq(departures.id, seen.id), eq(departures.revision, seen.revision)))
    .returning()
    .get();
}

/** The earliest moment at which a pending departure is due, epoch ms; null where none is. */
export function nextDepartureDue(db: Reading): number | null {
  // One look at the index for each state; over both states at once SQLite would read them whole.
  const earliest = PENDING_STATES.map(
    (state) =>
      db
        .select({ due: min(departures.due) })
        .from(departures)
        .where(eq(departures.state, state))
        .get()!.due,
  ).filter((due) => due !== null);
  return earliest.length ? Math.min(...earliest) : null;
}

/** Pending departures due by `now`, in due order. */
export function dueDepartures(db: Reading, now: number, limit: number): Departure[] {
  return db
    .select()
    .from(departures)
    .where(and(inArray(departures.state, [...PENDING_STATES]), lte(departures.due, now)))
    .orderBy(asc(departures.due), asc(departures.createdAt))
    .limit(limit)
    .all();
}

export function departuresInState(db: Reading, state: DepartureState): Departure[] {
  return db.select().from(departures).where(eq(departures.state, state)).orderBy(departures.due).all();
}

export interface DepartureFilter {
  states?: readonly DepartureState[];
  /** Due at or after / before, epoch ms. */
  from?: number;
  until?: number;
  /** Only those after this one in the order. */
  after?: { due: number; id: string };
  newestFirst?: boolean;
  limit: number;
}

/** A page of departures in order of due moment, those of deleted messages left out. */
export function listDepartures(db: Reading, filter: DepartureFilter): Departure[] {
  const conditions: (SQL | undefined)[] = [];
  if (filter.states) conditions.push(inArray(departures.state, [...filter.states]));
  if (filter.from !== undefined) conditions.push(gte(departures.due, filter.from));
  if (filter.until !== undefined) conditions.push(lt(departures.due, filter.until));
  if (filter.after) {
    const { due, id } = filter.after;
    const beyond = filter.newestFirst
      ? sql`(${departures.due}, ${departures.id}) < (${due}, ${id})`
      : sql`(${departures.due}, ${departures.id}) > (${due}, ${id})`;
    conditions.push(beyond);
  }
  const order = filter.newestFirst
    ? [desc(departures.due), desc(departures.id)]
    : [asc(departures.due), asc(departures.id)];
  return db
    .select()
    .from(departures)
    .where(and(...conditions))
    .orderBy(...order)
    .limit(filter.limit)
    .all();
}

export function countPending(db: Reading): number {
  const unsettled = inArray(departures.state, [...UNSETTLED_STATES]);
  return db.select({ n: count() }).from(departures).where(unsettled).get()!.n;
}

export function deliveriesOf(db: Reading, departureIds: string[]): Delivery[] {
  if (departureIds.length === 0) return [];
  return db.select().from(deliveries).where(inArray(deliveries.departureId, departureIds)).all();
}

/** Replaces the list of those a departure goes to; all of them wait. */
export function setDeliveries(tx: Tx, departureId: string, addresses: string[]): void {
  tx.delete(deliveries).where(eq(deliveries.departureId, departureId)).run();
  for (const address of addresses)
    tx.insert(deliveries).values({ departureId, address, status: 'waiting' }).run();
}

export function recordOutcomes(tx: Tx, departureId: string, outcomes: readonly RecipientOutcome[]): void {
  for (const { address, status, answer } of outcomes) {
    tx.update(deliveries)
      .set({ status, answer })
      .where(and(eq(deliveries.departureId, departureId), eq(deliveries.address, address)))
      .run();
  }
}

export function freeze(tx: Tx, departureId: string, headerId: string, bytes: Buffer): void {
  tx.insert(frozen).values({ departureId, headerId, bytes }).run();
}

export function frozenOf(db: Reading, departureId: string): { headerId: string; bytes: Buffer } | undefined {
  return db.select().from(frozen).where(eq(frozen.departureId, departureId)).get();
}

export function thaw(tx: Tx, departureId: string): void {
  tx.delete(frozen).where(eq(frozen.departureId, departureId)).run();
}
