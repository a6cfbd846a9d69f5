/** The tables of what waits for an answer. */
import { sql } from 'drizzle-orm';
import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { Chasers } from '#core/watch/chasers';
import type { UsualWatch } from '#core/watch/usual';
import type { Deadline, SettledBy, WatchState } from '#core/watch/watch';
import { messages } from './messages';
import { correspondents, groups } from './people';

/** The wait for an answer to one message, or to one reader's copy of it. */
export const watches = sqliteTable(
  'watches',
  {
    id: text().primaryKey(),
    messageId: text()
      .notNull()
      .references(() => messages.id),
    /** The address of the one reader whose copy it is about, lower case; empty where it is about the message. */
    copy: text().notNull().default(''),
    deadline: text({ mode: 'json' }).$type<Deadline>().notNull(),
    settledBy: text().$type<SettledBy>().notNull(),
    note: text().notNull().default(''),
    /** What follows where nobody answers, before it comes back; null: nothing. */
    chasers: text({ mode: 'json' }).$type<Chasers>(),
    state: text().$type<WatchState>().notNull(),
    /** Since when, epoch ms: when it was released; null until then. */
    since: integer(),
    /** When it runs out, epoch ms; null until it has begun. */
    at: integer(),
    /** The message that settled it, or said that it was not delivered. */
    endedBy: text(),
    endedAt: integer(),
    revision: integer().notNull().default(1),
    createdAt: integer().notNull(),
  },
  (table) => [
    index('watches_message').on(table.messageId),
    index('watches_at')
      .on(table.at)
      .where(sql`state = 'waiting' AND at IS NOT NULL`),
    index('watches_closed').on(table.state, table.endedAt),
    uniqueIndex('watches_one_waiting')
      .on(table.messageId, table.copy)
      .where(sql`state = 'waiting'`),
  ],
);

/** Those a watched message went to. */
export const watchReaders = sqliteTable(
  'watch_readers',
  {
    watchId: text()
      .notNull()
      .references(() => watches.id, { onDelete: 'cascade' }),
    position: integer().notNull(),
    /** Lower case. */
    address: text().notNull(),
    name: text().notNull(),
    /** The message by which they have answered; null while they have not. */
    answeredBy: text(),
  },
  (table) => [
    primaryKey({ columns: [table.watchId, table.position] }),
    index('watch_readers_address').on(table.address),
  ],
);

/** The chasers of a watch, one row each, in the order they were made. */
export const watchChasers = sqliteTable(
  'watch_chasers',
  {
    messageId: text()
      .primaryKey()
      .references(() => messages.id, { onDelete: 'cascade' }),
    watchId: text()
      .notNull()
      .references(() => watches.id, { onDelete: 'cascade' }),
    /** Epoch ms. */
    madeAt: integer().notNull(),
    /** The revision of its message as it was made: with another one somebody has worked on it. */
    revision: integer().notNull(),
  },
  (table) => [index('watch_chasers_watch').on(table.watchId, table.madeAt)],
);

/** Links of what has left that lead through here. Whoever follows one gets there, whatever became of the message. */
export const visitLinks = sqliteTable(
  'visit_links',
  {
    token: text().primaryKey(),
    url: text().notNull(),
    messageId: text().references(() => messages.id, { onDelete: 'set null' }),
    /** The address of the one reader whose copy it is in, lower case; empty where it is in everybody's. */
    copy: text().notNull().default(''),
  },
  (table) => [index('visit_links_message').on(table.messageId)],
);

/** What is waited for after any message to somebody; of everyone both ids are null. */
export const usualWatches = sqliteTable('usual_watches', {
  id: text().primaryKey(),
  correspondentId: text()
    .unique()
    .references(() => correspondents.id, { onDelete: 'cascade' }),
  groupId: text()
    .unique()
    .references(() => groups.id, { onDelete: 'cascade' }),
  watch: text({ mode: 'json' }).$type<UsualWatch>().notNull(),
});

/** What came in while a watch waited, and whether it counts. */
export const watchConsidered = sqliteTable(
  'watch_considered',
  {
    watchId: text()
      .notNull()
      .references(() => watches.id, { onDelete: 'cascade' }),
    messageId: text()
      .notNull()
      .references(() => messages.id, { onDelete: 'cascade' }),
    counts: integer({ mode: 'boolean' }).notNull(),
    /** A whole sentence. */
    why: text().notNull(),
    /** Which of the readers wrote it, lower case; null for anybody else. */
    reader: text(),
    /** The person has said so, against the rules. */
    overruled: integer({ mode: 'boolean' }).notNull().default(false),
  },
  (table) => [
    primaryKey({ columns: [table.watchId, table.messageId] }),
    index('watch_considered_message').on(table.messageId),
  ],
);

/** Of a writer, what the person has said: what they send counts as an answer, or does not. */
export const watchOverrules = sqliteTable('watch_overrules', {
  /** Lower case. */
  address: text().primaryKey(),
  counts: integer({ mode: 'boolean' }).notNull(),
});
