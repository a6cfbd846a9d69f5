/** The tables of texts that are kept to be used again. */
import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { messages } from './messages';

export const texts = sqliteTable('texts', {
  id: text().primaryKey(),
  name: text().notNull(),
  /** What it says now. */
  messageId: text()
    .notNull()
    .references(() => messages.id),
  revision: integer().notNull().default(1),
  createdAt: integer().notNull(),
  changedAt: integer().notNull(),
  /** When it was used last, and how often. */
  usedAt: integer(),
  used: integer().notNull().default(0),
  deletedAt: integer(),
});

/** What it said before, and says now: each is a message of its own, so that what is attached comes along. */
export const textVersions = sqliteTable(
  'text_versions',
  {
    textId: text()
      .notNull()
      .references(() => texts.id, { onDelete: 'cascade' }),
    /** From 1. */
    version: integer().notNull(),
    messageId: text()
      .notNull()
      .references(() => messages.id),
    at: integer().notNull(),
    /** Who was at it: what one window changes in one go is one version. */
    sitting: text().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.textId, table.version] }),
    index('text_versions_message').on(table.messageId),
  ],
);
