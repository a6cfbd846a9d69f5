/** The bytes of messages as they came: a beginning of bounded length, and of a long one the rest in pieces. */
import { and, asc, desc, eq, isNull, sql } from 'drizzle-orm';
import { messages, pieces, sourcePieces, sources } from './schema';
import { built, placeholders } from './built';
import type { Message } from './messages';
import { inPieces, keepPiece, PIECE } from './pieces';
import type { Reading, Tx } from './store';

const insertRest = built((db) =>
  db
    .insert(sourcePieces)
    .values(placeholders<typeof sourcePieces.$inferInsert>('id offset hash size'))
    .prepare(),
);

/** @param offset of its first byte in the whole */
export const addRest = (tx: Tx, id: string, offset: number, bytes: Buffer): void =>
  void insertRest(tx).run({ id, offset, ...keepPiece(tx, bytes) });

export const dropRest = (tx: Tx, id: string): void =>
  void tx.delete(sourcePieces).where(eq(sourcePieces.id, id)).run();

/** What is begun and belongs to nothing: its sender broke off, or this process did. */
export function restsOfNothing(db: Reading): string[] {
  return db
    .all<{ id: string }>(
      sql`SELECT DISTINCT id FROM source_pieces AS rest
        WHERE NOT EXISTS (SELECT 1 FROM sources WHERE message_id = rest.id)
          AND NOT EXISTS (SELECT 1 FROM arrivals WHERE id = rest.id)
          AND NOT EXISTS (SELECT 1 FROM imports WHERE id = rest.id)`,
    )
    .map(({ id }) => id);
}

const restOf = built((db) =>
  db
    .select({ bytes: pieces.bytes })
    .from(sourcePieces)
    .innerJoin(pieces, eq(pieces.hash, sourcePieces.hash))
    .where(eq(sourcePieces.id, sql.placeholder('id')))
    .orderBy(asc(sourcePieces.offset))
    .prepare(),
);

/** Everything that is kept of it. */
export function wholeOf(db: Reading, id: string, beginning: Buffer): Buffer {
  const rest = restOf(db).all({ id });
  return rest.length > 0 ? Buffer.concat([beginning, ...rest.map(({ bytes }) => bytes)]) : beginning;
}

/** The whole of a source that begins so: nothing follows what is shorter than a piece. */
export const withRest = (db: Reading, id: string, beginning: Buffer): Buffer =>
  beginning.length < PIECE ? beginning : wholeOf(db, id, beginning);

/** How much there is of the rest, and its last piece. */
export function endOfRest(db: Reading, id: string): { size: number; last: Buffer } | undefined {
  const last = db
    .select({ end: sql<number>`${sourcePieces.offset} + ${sourcePieces.size}`, bytes: pieces.bytes })
    .from(sourcePieces)
    .innerJoin(pieces, eq(pieces.hash, sourcePieces.hash))
    .where(eq(sourcePieces.id, id))
    .orderBy(desc(sourcePieces.offset))
    .limit(1)
    .get();
  return last && { size: last.end, last: last.bytes };
}

const insertBytes = built((db) =>
  db.insert(sources).values(placeholders<typeof sources.$inferInsert>('messageId bytes digest')).prepare(),
);

/** @param digest of one without a Message-ID, else null */
export function insertSource(tx: Tx, messageId: string, bytes: Buffer, digest: string | null): void {
  insertBytes(tx).run({ messageId, bytes: bytes.subarray(0, PIECE), digest });
  for (const rest of inPieces(bytes.subarray(PIECE), PIECE)) addRest(tx, messageId, rest.offset, rest.bytes);
}

/** The same, of one that has arrived under this id: none of its bytes are written again but the beginning. */
export function insertArrived(tx: Tx, id: string, digest: string | null): void {
  tx.run(sql`INSERT INTO sources (message_id, bytes, digest)
    SELECT id, bytes, ${digest} FROM arrivals WHERE id = ${id}`);
}

const beginningOf = built((db) =>
  db
    .select({ bytes: sources.bytes })
    .from(sources)
    .where(eq(sources.messageId, sql.placeholder('id')))
    .prepare(),
);

export function sourceOf(db: Reading, messageId: string): Buffer | undefined {
  const found = beginningOf(db).get({ id: messageId });
  return found && withRest(db, messageId, found.bytes);
}

const byDigest = built((db) =>
  db
    .select({ message: messages })
    .from(sources)
    .innerJoin(messages, eq(messages.id, sources.messageId))
    .where(and(eq(sources.digest, sql.placeholder('digest')), isNull(messages.headerId)))
    .prepare(),
);

/** The messages without a Message-ID that are known by this digest. */
export const allByDigest = (db: Reading, digest: string): Message[] =>
  byDigest(db)
    .all({ digest })
    .map(({ message }) => message);

/** The messages without a Message-ID that nobody has made a digest of. */
export const undigested = (db: Reading): string[] =>
  db
    .select({ id: sources.messageId })
    .from(sources)
    .innerJoin(messages, eq(messages.id, sources.messageId))
    .where(and(isNull(messages.headerId), isNull(sources.digest)))
    .all()
    .map(({ id }) => id);

export const setDigest = (tx: Tx, messageId: string, digest: string): void =>
  void tx.update(sources).set({ digest }).where(eq(sources.messageId, messageId)).run();

/** What a message whose bytes are forgotten is known by; undefined of any other. */
export const digestKept = (db: Reading, messageId: string): string | undefined =>
  db
    .select({ digest: sources.digest })
    .from(sources)
    .where(and(eq(sources.messageId, messageId), sql`length(${sources.bytes}) = 0`))
    .get()?.digest ?? undefined;

/** How far messages are numbered. */
export const lastMessageRow = (db: Reading): number =>
  db.get<{ last: number | null }>(sql`SELECT max(rowid) AS last FROM messages`).last ?? 0;

/**
 * Messages that came before a moment, whose words are all that is to be known of them: nothing is attached to them, which lies in their bytes, they
 * are neither signed nor encrypted, and wholly read.
 * @param from @param to rows of messages, so that nobody has to wait until all have been looked through
 */
export const sourcesToForget = (db: Reading, before: number, from: number, to: number): string[] =>
  db
    .all<{ id: string }>(
      sql`SELECT m.id FROM messages AS m JOIN sources AS s ON s.message_id = m.id
        WHERE m.rowid > ${from} AND m.rowid <= ${to} AND m.at < ${before} AND length(s.bytes) > 0
          AND m.protection IS NULL AND m.strange IS NULL
          AND NOT EXISTS (SELECT 1 FROM attachments WHERE message_id = m.id)`,
    )
    .map(({ id }) => id);

/** Its bytes are gone; what it says, and that it is here, stays known. */
export function forgetSource(tx: Tx, messageId: string, digest: string): void {
  tx.update(sources)
    .set({ bytes: Buffer.alloc(0), digest })
    .where(eq(sources.messageId, messageId))
    .run();
  dropRest(tx, messageId);
}
