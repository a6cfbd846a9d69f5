/** The bytes a departure leaves with, from its claim on. */
import { eq, inArray, isNotNull, and, sql } from 'drizzle-orm';
import { departures, frozen } from './schema';
import { built, placeholders } from './built';
import type { Reading, Tx } from './store';

const insertFrozen = built((db) =>
  db.insert(frozen).values(placeholders<typeof frozen.$inferInsert>('departureId bytes')).prepare(),
);

/** The departure itself says which Message-ID they bear. */
export function freeze(tx: Tx, departureId: string, bytes: Buffer): void {
  insertFrozen(tx).run({ departureId, bytes });
}

const frozenByDeparture = built((db) =>
  db
    .select({ bytes: frozen.bytes })
    .from(frozen)
    .where(eq(frozen.departureId, sql.placeholder('id')))
    .prepare(),
);

/** undefined where nothing is frozen, or no copy was kept of what left. */
export const frozenOf = (db: Reading, departureId: string): Buffer | undefined =>
  frozenByDeparture(db).get({ id: departureId })?.bytes;

/** What leaves next is composed anew, and bears another Message-ID. */
export function thaw(tx: Tx, departureId: string): void {
  tx.delete(frozen).where(eq(frozen.departureId, departureId)).run();
  tx.update(departures)
    .set({ headerId: null })
    .where(and(eq(departures.id, departureId), isNotNull(departures.headerId)))
    .run();
}

/** Forgets the bytes of what left of a message; under which ids it left stays known. */
export function forgetFrozen(tx: Tx, messageId: string): void {
  const ids = tx.select({ id: departures.id }).from(departures).where(eq(departures.messageId, messageId));
  tx.delete(frozen).where(inArray(frozen.departureId, ids)).run();
}
