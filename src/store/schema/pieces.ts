/**
 * Bytes that are kept once, whoever holds them: pieces addressed by their SHA-256 (FIPS 180-4), and lists of them.
 * A piece goes with the last list that names it; triggers see to that.
 */
import { blob, index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { departures } from './departures';
import { attachments } from './messages';

export const pieces = sqliteTable('pieces', {
  hash: blob({ mode: 'buffer' }).primaryKey(),
  bytes: blob({ mode: 'buffer' }).notNull(),
});

const ofPiece = { hash: blob({ mode: 'buffer' }).notNull(), size: integer().notNull() };

/** What attachments added here are made of. */
export const attachmentPieces = sqliteTable(
  'attachment_pieces',
  {
    attachmentId: text()
      .notNull()
      .references(() => attachments.id, { onDelete: 'cascade' }),
    /** Of its first byte in the attachment. */
    offset: integer().notNull(),
    ...ofPiece,
  },
  (table) => [
    primaryKey({ columns: [table.attachmentId, table.offset] }),
    index('attachment_pieces_hash').on(table.hash),
  ],
);

/** What follows the beginning of a long message, or of one that is still on its way in, under the same id. */
export const sourcePieces = sqliteTable(
  'source_pieces',
  {
    id: text().notNull(),
    /** Of its first byte in the message. */
    offset: integer().notNull(),
    ...ofPiece,
  },
  (table) => [primaryKey({ columns: [table.id, table.offset] }), index('source_pieces_hash').on(table.hash)],
);

/** The attachments of what is frozen: the base64 (RFC 2045 §6.8) of each stands in the bytes where it was cut out. */
export const frozenPieces = sqliteTable(
  'frozen_pieces',
  {
    departureId: text()
      .notNull()
      .references(() => departures.id, { onDelete: 'cascade' }),
    /** Where in the frozen bytes the attachment goes that it is of. */
    cut: integer().notNull(),
    /** Of its first byte in that attachment. */
    offset: integer().notNull(),
    ...ofPiece,
  },
  (table) => [
    primaryKey({ columns: [table.departureId, table.cut, table.offset] }),
    index('frozen_pieces_hash').on(table.hash),
  ],
);
