/** The bytes a departure leaves with, from its claim on. */
import { and, asc, eq, inArray, isNotNull, sql } from 'drizzle-orm';
import { departures, frozen, frozenPieces, pieces, type FilledWords } from './schema';
import { built, placeholders, written } from './built';
import type { Reading, Tx } from './store';

/** Frozen bytes, and the attachments that are left out of them. */
export interface Frozen {
  bytes: Buffer;
  /** Where in `bytes` the base64 of each goes, and what it is made of; in order. */
  enclosures: { at: number; pieces: Buffer[] }[];
}

const insertFrozen = written((db) =>
  db.insert(frozen).values(placeholders<typeof frozen.$inferInsert>('departureId bytes filled')),
);

/**
 * The departure itself says which Message-ID they bear.
 * @param cuts where attachments were left out, and which; they are named as they are now
 * @param filled what it says, where that is not what its message says
 */
export function freeze(
  tx: Tx,
  departureId: string,
  bytes: Buffer,
  cuts: readonly { at: number; attachmentId: string }[],
  filled: FilledWords | null = null,
): void {
  insertFrozen(tx, { departureId, bytes, filled });
  for (const { at, attachmentId } of cuts)
    tx.run(sql`INSERT INTO frozen_pieces (departure_id, cut, "offset", hash, size)
      SELECT ${departureId}, ${at}, "offset", hash, size FROM attachment_pieces WHERE attachment_id = ${attachmentId}`);
}

const frozenByDeparture = built((db) =>
  db
    .select({ bytes: frozen.bytes })
    .from(frozen)
    .where(eq(frozen.departureId, sql.placeholder('id')))
    .prepare(),
);

const filledByDeparture = built((db) =>
  db
    .select({ filled: frozen.filled })
    .from(frozen)
    .where(eq(frozen.departureId, sql.placeholder('id')))
    .prepare(),
);

/** What a departure says with its fields filled; undefined where it says what its message says. */
export const filledOf = (db: Reading, departureId: string): FilledWords | undefined =>
  filledByDeparture(db).get({ id: departureId })?.filled ?? undefined;

const enclosed = built((db) =>
  db
    .select({ at: frozenPieces.cut, bytes: pieces.bytes })
    .from(frozenPieces)
    .innerJoin(pieces, eq(pieces.hash, frozenPieces.hash))
    .where(eq(frozenPieces.departureId, sql.placeholder('id')))
    .orderBy(asc(frozenPieces.cut), asc(frozenPieces.offset))
    .prepare(),
);

/** undefined where nothing is frozen, or no copy was kept of what left. */
export function frozenOf(db: Reading, departureId: string): Frozen | undefined {
  const found = frozenByDeparture(db).get({ id: departureId });
  if (!found) return undefined;
  const enclosures: Frozen['enclosures'] = [];
  for (const { at, bytes } of enclosed(db).all({ id: departureId })) {
    const last = enclosures.at(-1);
    if (last?.at === at) last.pieces.push(bytes);
    else enclosures.push({ at, pieces: [bytes] });
  }
  return { bytes: found.bytes, enclosures };
}

/** What leaves next is composed anew, and bears another Message-ID. */
export function thaw(tx: Tx, departureId: string): void {
  forgetFrozen(tx, [departureId]);
  tx.update(departures)
    .set({ headerId: null })
    .where(and(eq(departures.id, departureId), isNotNull(departures.headerId)))
    .run();
}

/** Forgets the bytes of departures; under which ids they left stays known. */
export function forgetFrozen(tx: Tx, departureIds: string[]): void {
  for (const table of [frozen, frozenPieces])
    tx.delete(table).where(inArray(table.departureId, departureIds)).run();
}
