/** The bytes and the Message-ID a departure leaves with, from its claim on. */
import { eq, inArray, sql } from 'drizzle-orm';
import { departures, frozen } from './schema';
import { built, placeholders } from './built';
import type { Reading, Tx } from './store';
import type { Departure } from './departures';

const insertFrozen = built((db) =>
  db.insert(frozen).values(placeholders<typeof frozen.$inferInsert>('departureId headerId bytes')).prepare(),
);

export function freeze(tx: Tx, departureId: string, headerId: string, bytes: Buffer): void {
  insertFrozen(tx).run({ departureId, headerId, bytes });
}

const frozenByDeparture = built((db) =>
  db
    .select()
    .from(frozen)
    .where(eq(frozen.departureId, sql.placeholder('id')))
    .prepare(),
);

export function frozenOf(db: Reading, departureId: string): { headerId: string; bytes: Buffer } | undefined {
  return frozenByDeparture(db).get({ id: departureId });
}

/** The Message-ID a departure was frozen with. */
export function frozenIdOf(db: Reading, departureId: string): string | undefined {
  return db
    .select({ headerId: frozen.headerId })
    .from(frozen)
    .where(eq(frozen.departureId, departureId))
    .get()?.headerId;
}

export function thaw(tx: Tx, departureId: string): void {
  tx.delete(frozen).where(eq(frozen.departureId, departureId)).run();
}

/** The departure that left under a Message-ID. */
export function departureOfHeader(db: Reading, headerId: string): Departure | undefined {
  const row = db
    .select({ departure: departures })
    .from(frozen)
    .innerJoin(departures, eq(departures.id, frozen.departureId))
    .where(eq(frozen.headerId, headerId))
    .get();
  return row?.departure;
}

/** What left under a Message-ID, with the message it is of; the bytes are empty where no copy was kept. */
export const frozenUnder = (db: Reading, headerId: string): { messageId: string; bytes: Buffer }[] =>
  db
    .select({ messageId: departures.messageId, bytes: frozen.bytes })
    .from(frozen)
    .innerJoin(departures, eq(departures.id, frozen.departureId))
    .where(eq(frozen.headerId, headerId))
    .all();

/** Forgets the bytes of what left, and keeps the id it left under. */
export function emptyFrozen(tx: Tx, messageId: string): void {
  const ids = tx.select({ id: departures.id }).from(departures).where(eq(departures.messageId, messageId));
  tx.update(frozen)
    .set({ bytes: Buffer.alloc(0) })
    .where(inArray(frozen.departureId, ids))
    .run();
}
