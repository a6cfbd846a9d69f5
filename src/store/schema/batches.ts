/** The tables of batches: one text, many readers, a departure for each row of a table. */
import { integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { sql } from 'drizzle-orm';
import type { Column } from '#core/batch/columns';
import { messages } from './messages';

export const batches = sqliteTable('batches', {
  id: text().primaryKey(),
  name: text().notNull(),
  /** What its rows are made from; it does not leave itself. */
  messageId: text()
    .notNull()
    .references(() => messages.id),
  /** The kept text it began with; null where there was none. */
  textId: text(),
  headings: text({ mode: 'json' }).$type<string[]>().notNull(),
  columns: text({ mode: 'json' }).$type<Column[]>().notNull(),
  /** When those leave that say nothing of their own, in words; empty: at once. */
  whenWords: text().notNull().default(''),
  /** At most so many in a minute; null: however many. */
  perMinute: integer(),
  /** Those that say nothing of their own leave over the readers’ mornings. */
  spread: integer({ mode: 'boolean' }).notNull().default(false),
  state: text({ enum: ['draft', 'scheduling', 'scheduled'] })
    .notNull()
    .default('draft'),
  revision: integer().notNull().default(1),
  createdAt: integer().notNull(),
  scheduledAt: integer(),
  deletedAt: integer(),
});

export const batchRows = sqliteTable(
  'batch_rows',
  {
    batchId: text()
      .notNull()
      .references(() => batches.id, { onDelete: 'cascade' }),
    /** From 1; gaps where rows were taken out. */
    position: integer().notNull(),
    cells: text({ mode: 'json' }).$type<string[]>().notNull(),
    /** What was made from it; null as long as nothing was. */
    messageId: text().references(() => messages.id, { onDelete: 'set null' }),
    /** Its message was edited by hand: the text of the batch is not put in its place. */
    differs: integer({ mode: 'boolean' }).notNull().default(false),
  },
  (table) => [
    primaryKey({ columns: [table.batchId, table.position] }),
    uniqueIndex('batch_rows_message')
      .on(table.messageId)
      .where(sql`message_id IS NOT NULL`),
  ],
);
