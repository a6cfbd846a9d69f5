/** The tables of named dates, with the messages that belong before, at and after them. */
import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import type { Offset } from '#core/occasion/offset';
import { messages } from './messages';

export const occasions = sqliteTable('occasions', {
  id: text().primaryKey(),
  name: text().notNull(),
  /** Wall-clock time where it is: `2026-12-12T19:00`. */
  local: text().notNull(),
  zone: text().notNull(),
  revision: integer().notNull().default(1),
  createdAt: integer().notNull(),
  deletedAt: integer(),
});

export const occasionMessages = sqliteTable(
  'occasion_messages',
  {
    /** A message belongs to one occasion. */
    messageId: text()
      .primaryKey()
      .references(() => messages.id, { onDelete: 'cascade' }),
    occasionId: text()
      .notNull()
      .references(() => occasions.id, { onDelete: 'cascade' }),
    offset: text({ mode: 'json' }).$type<Offset>().notNull(),
  },
  (table) => [index('occasion_messages_occasion').on(table.occasionId)],
);

/** One message of a set: a kept text, where it belongs, and whom it goes to. */
export interface SetItem {
  textId: string;
  offset: Offset;
  /** As they are written: `Ana <ana@sul.example>`. */
  to: string[];
}

/** Messages around an occasion that are kept for the next one. */
export const occasionSets = sqliteTable('occasion_sets', {
  id: text().primaryKey(),
  name: text().notNull(),
  items: text({ mode: 'json' }).$type<SetItem[]>().notNull(),
  createdAt: integer().notNull(),
  deletedAt: integer(),
});
