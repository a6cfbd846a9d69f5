/** The tables of the desk itself: what it is, its settings, its clock, what happened and what changed. */
import { CHANGE_TOPICS } from '#core/topics';
import { index, integer, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';

/** What the database is; written once when it is made. */
export const meta = sqliteTable('meta', { key: text().primaryKey(), value: text().notNull() });

/** One JSON value per setting. */
export const settings = sqliteTable('settings', {
  key: text().primaryKey(),
  value: text({ mode: 'json' }).notNull(),
});

/** The sandbox clock, one row with id 1; empty where the system clock rules. */
export const clock = sqliteTable('clock', {
  id: integer().primaryKey(),
  realAnchor: integer().notNull(),
  anchor: integer().notNull(),
  rate: real().notNull(),
  target: integer(),
  barrier: integer(),
});

/** What could not happen at its moment, a row for each kind; no row while all goes well. */
export const wakerTroubles = sqliteTable('waker_troubles', {
  waker: text().primaryKey(),
  /** So many of its kind. */
  count: integer().notNull(),
  /** Real epoch ms. */
  since: integer().notNull(),
  nextTry: integer().notNull(),
});

/** Everything that happened to a message or departure; shown as its history. */
export const journal = sqliteTable(
  'journal',
  {
    id: integer().primaryKey({ autoIncrement: true }),
    at: integer().notNull(),
    messageId: text().notNull(),
    departureId: text(),
    what: text().notNull(),
    from: text(),
    to: text(),
    why: text(),
  },
  (table) => [index('journal_message').on(table.messageId, table.id)],
);

/** What changed, for live updates: followed by `seq`. */
export const changes = sqliteTable('changes', {
  seq: integer().primaryKey({ autoIncrement: true }),
  topic: text({ enum: [...CHANGE_TOPICS] }).notNull(),
  ref: text().notNull(),
});

/** Who is signed in. Times are real epoch ms, whatever clock rules here. */
export const sessions = sqliteTable(
  'sessions',
  {
    /** Names it to its owner; good for nothing else. */
    id: text().primaryKey(),
    /** Of what the browser shows for it: whoever reads this file is not signed in by that. */
    hash: text().notNull(),
    createdAt: integer().notNull(),
    seenAt: integer().notNull(),
    until: integer().notNull(),
    /** The address it was begun from, and what the browser said of itself. */
    from: text().notNull(),
    agent: text().notNull(),
  },
  (table) => [uniqueIndex('sessions_hash').on(table.hash)],
);

/** What a browser had to keep until it could be sent, by the key it was given there: once, however often it is told. */
export const queuedMessages = sqliteTable('queued_messages', {
  key: text().primaryKey(),
  messageId: text().notNull(),
  at: integer().notNull(),
});
