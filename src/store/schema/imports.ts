/** The tables of taking in past mail. */
import { blob, index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';

/** A file of past mail that is being taken in, or has been. */
export const imports = sqliteTable(
  'imports',
  {
    id: text().primaryKey(),
    name: text().notNull(),
    /** Bytes in all, and how many of them have come. */
    size: integer().notNull(),
    received: integer().notNull().default(0),
    format: text({ enum: ['mbox', 'eml'] }).notNull(),
    /** The beginning of a message whose end has not come; what follows of it are rests of a source under this id. */
    rest: blob({ mode: 'buffer' }),
    /** Messages after the bytes that have come which are kept already. */
    done: integer().notNull().default(0),
    added: integer().notNull().default(0),
    /** Messages that were here already, by Message-ID. */
    same: integer().notNull().default(0),
    unreadable: integer().notNull().default(0),
    createdAt: integer().notNull(),
  },
  (table) => [uniqueIndex('imports_file').on(table.name, table.size)],
);

/** What could not be read as a message, kept aside whole. */
export const setAside = sqliteTable(
  'set_aside',
  {
    id: text().primaryKey(),
    /** The file it came in, and where in it. */
    name: text().notNull(),
    reason: text().notNull(),
    bytes: blob({ mode: 'buffer' }).notNull(),
    at: integer().notNull(),
  },
  (table) => [index('set_aside_name').on(table.name)],
);
