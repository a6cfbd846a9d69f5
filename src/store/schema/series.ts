/** The tables of what leaves again and again. */
import { sql } from 'drizzle-orm';
import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import type { Choices } from '#core/plan/plan';
import type { SeriesPlan } from '#core/plan/kinds/series/plan';
import type { Missed, Review, SeriesState } from '#core/series/series';
import { messages } from './messages';

export const series = sqliteTable(
  'series',
  {
    id: text().primaryKey(),
    /** What its occurrences are made from. */
    messageId: text()
      .notNull()
      .references(() => messages.id, { onDelete: 'cascade' }),
    /** Empty: the subject stands for it. */
    name: text().notNull().default(''),
    plan: text({ mode: 'json' }).$type<SeriesPlan>().notNull(),
    choices: text({ mode: 'json' }).$type<Choices>().notNull(),
    state: text().$type<SeriesState>().notNull(),
    /** Each waits for a look first; null: none does. */
    review: text({ mode: 'json' }).$type<Review>(),
    /** Own fields, each with a value per occurrence. */
    fields: text({ mode: 'json' }).$type<Record<string, Record<string, string>>>().notNull().default({}),
    /** Occurrences up to then have been made, as far as there were any, epoch ms. */
    madeUntil: integer().notNull(),
    /** When there is something to do about it next, epoch ms; null: never. */
    next: integer(),
    /** What did not leave because nothing was running, the newest last. */
    missed: text({ mode: 'json' }).$type<Missed[]>().notNull().default([]),
    revision: integer().notNull().default(1),
    createdAt: integer().notNull(),
    endedAt: integer(),
    deletedAt: integer(),
  },
  (table) => [
    index('series_next')
      .on(table.next)
      .where(sql`next IS NOT NULL`),
    index('series_message').on(table.messageId),
  ],
);
