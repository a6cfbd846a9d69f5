/** Bytes that are kept once, in pieces, whoever holds them. */
import { addressOf } from './addressOf';
import { pieces } from './schema';
import { built, placeholders } from './built';
import type { Tx } from './store';

/** Bytes of a piece: so much is written in one go without anybody noticing. */
export const PIECE = 256 * 1024;

const insert = built((db) =>
  db
    .insert(pieces)
    .values(placeholders<typeof pieces.$inferInsert>('hash bytes'))
    .onConflictDoNothing()
    .prepare(),
);

/** Keeps bytes that a list is about to name, once. @returns what names them */
export function keepPiece(tx: Tx, bytes: Buffer): { hash: Buffer; size: number } {
  const hash = addressOf(bytes);
  insert(tx).run({ hash, bytes });
  return { hash, size: bytes.length };
}

/** Bytes as the pieces they are kept in, each with the place of its first byte. @param from place of the very first */
export function* inPieces(bytes: Buffer, from: number): Generator<{ offset: number; bytes: Buffer }> {
  for (let at = 0; at < bytes.length; at += PIECE)
    yield { offset: from + at, bytes: bytes.subarray(at, at + PIECE) };
}
