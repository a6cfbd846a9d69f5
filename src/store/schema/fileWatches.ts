/** The table of messages that leave when a file changes. */
import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import type { SeenFiles } from '#core/files/watching';
import type { OnFileChangePlan } from '#core/plan/kinds/on-file-change/plan';
import type { Choices } from '#core/plan/plan';
import { messages } from './messages';

export const fileWatches = sqliteTable(
  'file_watches',
  {
    id: text().primaryKey(),
    /** What is sent each time. */
    messageId: text()
      .notNull()
      .references(() => messages.id, { onDelete: 'cascade' }),
    plan: text({ mode: 'json' }).$type<OnFileChangePlan>().notNull(),
    choices: text({ mode: 'json' }).$type<Choices>().notNull(),
    state: text({ enum: ['watching', 'paused', 'ended'] }).notNull(),
    /** Why it is paused, in words; null where I paused it. */
    reason: text(),
    /** The content that is known: names and hashes in one; null until it was looked at for the first time. */
    known: text(),
    /** What was seen last, and why it could not be read, if it could not. */
    seen: text({ mode: 'json' }).$type<SeenFiles>(),
    /** Departures made, when the last one was, epoch ms, and how many on its day, `2026-12-01`. */
    count: integer().notNull().default(0),
    lastAt: integer(),
    day: text(),
    onDay: integer().notNull().default(0),
    revision: integer().notNull().default(1),
    createdAt: integer().notNull(),
  },
  (table) => [index('file_watches_message').on(table.messageId), index('file_watches_state').on(table.state)],
);
