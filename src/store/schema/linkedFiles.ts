/** The tables of linked files, and of what was read from them. */
import { sql } from 'drizzle-orm';
import { index, integer, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { CLEARINGS, type Afterwards, type LinkChoice, type LinkPolicy } from '#core/files/link';
import { departures } from './departures';
import { messages } from './messages';

export const linkedFiles = sqliteTable(
  'linked_files',
  {
    id: text().primaryKey(),
    messageId: text()
      .notNull()
      .references(() => messages.id, { onDelete: 'cascade' }),
    position: integer().notNull(),
    /** A file, a folder, or a folder and a pattern of names. */
    path: text().notNull(),
    which: text().$type<LinkChoice>().notNull(),
    ifMissing: text().$type<LinkPolicy>().notNull(),
    ifEmpty: text().$type<LinkPolicy>().notNull(),
    /** null: the same goes again. */
    ifUnchanged: text().$type<LinkPolicy>(),
    ifBusy: text().$type<LinkPolicy>().notNull(),
    /** Bytes; null: as much as mail takes. */
    largerThan: integer(),
    ifLarger: text().$type<LinkPolicy>().notNull(),
    line: text().notNull(),
    after: text().$type<Afterwards>().notNull(),
    moveTo: text(),
    settleSeconds: integer().notNull(),
    /** The link it was copied from, or itself: what went last is that of all of them. */
    origin: text().notNull(),
    /** When it was taken out; kept until the message leaves, so that this can be undone. */
    removedAt: integer(),
  },
  (table) => [index('linked_files_message').on(table.messageId, table.position)],
);

/** A file as it went with one departure. */
export const linkedReads = sqliteTable(
  'linked_reads',
  {
    id: text().primaryKey(),
    origin: text().notNull(),
    messageId: text()
      .notNull()
      .references(() => messages.id, { onDelete: 'cascade' }),
    departureId: text()
      .notNull()
      .references(() => departures.id, { onDelete: 'cascade' }),
    /** The bytes. */
    attachmentId: text().notNull(),
    /** Where it really was. */
    path: text().notNull(),
    size: integer().notNull(),
    /** SHA-256, hexadecimal. */
    hash: text().notNull(),
    /** Epoch ms of the machine, with its fraction. */
    modifiedAt: real().notNull(),
    inode: integer().notNull(),
    readAt: integer().notNull(),
    /** null: it stays where it is. */
    clearing: text({ enum: CLEARINGS }),
    /** The folder it is moved to, and then where it is; null: it is deleted. */
    moveTo: text(),
    movedTo: text(),
  },
  (table) => [
    index('linked_reads_departure').on(table.departureId),
    index('linked_reads_origin').on(table.origin, table.readAt),
    index('linked_reads_clearing')
      .on(table.clearing)
      .where(sql`clearing IN ('due', 'begun')`),
  ],
);
