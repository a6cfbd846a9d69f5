/** Who has which departure open for editing. Times are real, epoch ms. */
import { and, asc, eq, inArray, lte, min, notInArray, sql } from 'drizzle-orm';
import { built } from './built';
import { departures, leases } from './schema';
import type { Reading, Tx } from './store';

export type Lease = typeof leases.$inferSelect;

export function insertLease(tx: Tx, lease: Omit<Lease, 'alive'>): void {
  tx.insert(leases).values(lease).run();
}

export function findLease(db: Reading, departureId: string, token: string): Lease | undefined {
  return db
    .select()
    .from(leases)
    .where(and(eq(leases.token, token), eq(leases.departureId, departureId)))
    .get();
}

export function leasesOf(db: Reading, departureId: string): Lease[] {
  return db.select().from(leases).where(eq(leases.departureId, departureId)).all();
}

export function prolongLease(tx: Tx, token: string, until: number): void {
  tx.update(leases).set({ until, alive: true }).where(eq(leases.token, token)).run();
}

export function deleteLease(tx: Tx, token: string): void {
  tx.delete(leases).where(eq(leases.token, token)).run();
}

export function deleteLeasesOf(tx: Tx, departureId: string): void {
  tx.delete(leases).where(eq(leases.departureId, departureId)).run();
}

/** Those that ran out by `real`, in order, at most `limit`. */
export function deadLeases(db: Reading, real: number, limit: number): Lease[] {
  return db
    .select()
    .from(leases)
    .where(lte(leases.until, real))
    .orderBy(asc(leases.until))
    .limit(limit)
    .all();
}

const earliestEnd = built((db) =>
  db
    .select({ until: min(leases.until) })
    .from(leases)
    .prepare(),
);

/** When the next one runs out, real epoch ms; null where there is none. @param without tokens left out */
export function nextLeaseEnd(db: Reading, without: readonly string[]): number | null {
  if (without.length === 0) return earliestEnd(db).get()?.until ?? null;
  const rest = db
    .select({ until: min(leases.until) })
    .from(leases)
    .where(notInArray(leases.token, [...without]));
  return rest.get()!.until;
}

export const findLeaseBy = (db: Reading, token: string): Lease | undefined =>
  db.select().from(leases).where(eq(leases.token, token)).get();

/** Moves the end of every lease, after the machine's clock has jumped. */
export function shiftLeases(tx: Tx, by: number): void {
  tx.update(leases)
    .set({ until: sql`${leases.until} + ${by}` })
    .run();
}

/** A message that is the same in other words: whoever has it open has changed nothing. */
export const followRevision = (tx: Tx, messageId: string, before: number, after: number): void =>
  void tx
    .update(leases)
    .set({ messageRevision: after })
    .where(
      and(
        eq(leases.messageRevision, before),
        inArray(
          leases.departureId,
          tx.select({ id: departures.id }).from(departures).where(eq(departures.messageId, messageId)),
        ),
      ),
    )
    .run();
