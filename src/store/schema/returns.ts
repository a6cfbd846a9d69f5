/** The tables of what comes back: snoozed messages, to-dos, and the reminders that have gone off. */
import { sql } from 'drizzle-orm';
import { index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { Repeat } from '#core/recurrence/repeat';
import { RETURN_KINDS } from '#core/returns/why';
import type { TodoMoment } from '#core/todo/todo';
import { messages } from './messages';
import type { events } from './events';
import type { questionAnswers, questions } from './questions';
import type { watches } from './watches';

/** A row before and after; null where there was none. */
export interface Change<Row> {
  before: Row | null;
  after: Row | null;
}

/** Where a message is, that it came back, and whether it is new. */
export type Placed = Pick<
  typeof messages.$inferSelect,
  'id' | 'place' | 'returnedAt' | 'returnedWhy' | 'unseen'
>;

/** What of messages, their returns and to-dos an act has changed. */
export interface Step {
  messages: Change<Placed>[];
  returns: Change<typeof returns.$inferSelect>[];
  todos: Change<typeof todos.$inferSelect>[];
  watches: Change<typeof watches.$inferSelect>[];
  questions: Change<typeof questions.$inferSelect>[];
  answers: Change<typeof questionAnswers.$inferSelect>[];
  events: Change<typeof events.$inferSelect>[];
}

/** What is to come back into the inbox at a moment. */
export const returns = sqliteTable(
  'returns',
  {
    id: text().primaryKey(),
    messageId: text()
      .notNull()
      .references(() => messages.id),
    kind: text({ enum: ['snooze'] }).notNull(),
    due: integer().notNull(),
    state: text({ enum: ['waiting', 'returned', 'ended'] }).notNull(),
    /** Where the message was when it was put off. */
    fromPlace: text({ enum: ['inbox', 'snoozed', 'archive'] }),
    /** True where the whole thread was put off, not this message alone. */
    wholeThread: integer({ mode: 'boolean' }).notNull().default(true),
    /** A new answer in the thread brings it back before its moment. */
    early: integer({ mode: 'boolean' }).notNull().default(true),
    /** Why that moment, in the words it was chosen by; empty where it was given as a date. */
    words: text().notNull().default(''),
    /** To myself, for when it is back. */
    note: text().notNull().default(''),
    /** How often it has been put off, this time counted. */
    times: integer().notNull().default(1),
    /** It comes again and again until that is ended; null for once. */
    repeat: text({ mode: 'json' }).$type<Repeat>(),
    createdAt: integer().notNull(),
  },
  (table) => [
    index('returns_due')
      .on(table.due)
      .where(sql`state = 'waiting'`),
    uniqueIndex('returns_one_waiting')
      .on(table.messageId)
      .where(sql`state = 'waiting'`),
    index('returns_message').on(table.messageId),
  ],
);

/** Follow-up tasks, most of them on a message. */
export const todos = sqliteTable(
  'todos',
  {
    id: text().primaryKey(),
    /** The UID of its VTODO (RFC 5545 §3.8.4.7). */
    uid: text().notNull(),
    messageId: text().references(() => messages.id),
    what: text().notNull(),
    note: text().notNull().default(''),
    start: text({ mode: 'json' }).$type<TodoMoment>(),
    due: text({ mode: 'json' }).$type<TodoMoment>(),
    /** When `due` is over, epoch ms, for the order of the list; null where it is undated. */
    dueAt: integer(),
    /** Epoch ms. */
    remindAt: integer(),
    sound: integer({ mode: 'boolean' }).notNull().default(false),
    state: text({ enum: ['open', 'done', 'dropped'] })
      .notNull()
      .default('open'),
    doneAt: integer(),
    revision: integer().notNull().default(1),
    createdAt: integer().notNull(),
    /** The rule others have it repeat by, as it came (RFC 5545 §3.3.10). */
    rrule: text(),
  },
  (table) => [
    index('todos_message').on(table.messageId),
    index('todos_order').on(table.state, table.dueAt),
    index('todos_remind')
      .on(table.remindAt)
      .where(sql`state = 'open' AND remind_at IS NOT NULL`),
    uniqueIndex('todos_uid').on(table.uid),
  ],
);

/** What was done, so that it can be undone: several rows where one act took several steps. */
export const undos = sqliteTable(
  'undos',
  {
    id: integer().primaryKey({ autoIncrement: true }),
    /** Given by who acts. */
    key: text().notNull(),
    step: text({ mode: 'json' }).$type<Step>().notNull(),
  },
  (table) => [index('undos_key').on(table.key, table.id)],
);

/** What has come back or gone off, until somebody has been told. */
export const reminders = sqliteTable(
  'reminders',
  {
    id: integer().primaryKey({ autoIncrement: true }),
    at: integer().notNull(),
    kind: text({ enum: [...RETURN_KINDS] }).notNull(),
    messageId: text(),
    todoId: text(),
    words: text().notNull(),
    sound: integer({ mode: 'boolean' }).notNull(),
    toldAt: integer(),
  },
  (table) => [
    index('reminders_untold')
      .on(table.id)
      .where(sql`told_at IS NULL`),
  ],
);
