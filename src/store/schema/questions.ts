/** The tables of questions that messages ask, and of what was answered. */
import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { Offer } from '#core/offer/offer';
import type { AnsweredHow, AnswerStatus, DecidedWhen } from '#core/question/question';
import { messages } from './messages';

export const questions = sqliteTable('questions', {
  id: text().primaryKey(),
  messageId: text()
    .notNull()
    .unique()
    .references(() => messages.id, { onDelete: 'cascade' }),
  words: text().notNull(),
  /** In the order they are offered. */
  answers: text({ mode: 'json' }).$type<string[]>().notNull(),
  decidedWhen: text().$type<DecidedWhen>().notNull(),
  mayComment: integer({ mode: 'boolean' }).notNull(),
  /** The times that its answers are; null of any other question. */
  offer: text({ mode: 'json' }).$type<Offer>(),
  revision: integer().notNull().default(1),
  createdAt: integer().notNull(),
  /** No answers are taken from here on. */
  closedAt: integer(),
});

/** Everything that was answered; of a reader the last that counts is what they say. */
export const questionAnswers = sqliteTable(
  'question_answers',
  {
    id: integer().primaryKey({ autoIncrement: true }),
    questionId: text()
      .notNull()
      .references(() => questions.id, { onDelete: 'cascade' }),
    /** The reader it counts for, lower case; null for nobody it was asked of. */
    reader: text(),
    /** Index among the answers; null where it is not known. */
    answer: integer(),
    /** Of what is not clear the one that is named in it. */
    proposed: integer(),
    status: text().$type<AnswerStatus>().notNull(),
    /** A whole sentence; empty where there is nothing to explain. */
    why: text().notNull().default(''),
    comment: text().notNull().default(''),
    how: text().$type<AnsweredHow>().notNull(),
    /** Who it came from. */
    fromName: text().notNull(),
    fromAddress: text().notNull(),
    /** The message it came in; null where it came in none. */
    messageId: text().references(() => messages.id, { onDelete: 'set null' }),
    at: integer().notNull(),
  },
  (table) => [
    index('question_answers_question').on(table.questionId, table.id),
    index('question_answers_reader').on(table.reader),
    index('question_answers_message').on(table.messageId),
  ],
);

/** Offered times that have been taken. */
export const offerTakes = sqliteTable(
  'offer_takes',
  {
    questionId: text()
      .notNull()
      .references(() => questions.id, { onDelete: 'cascade' }),
    /** Index among the times. */
    slot: integer().notNull(),
    /** Who has taken it, lower case; empty where all meet then. */
    reader: text().notNull(),
    /** What stands for it in the calendar. */
    eventId: text().notNull(),
    takenAt: integer().notNull(),
  },
  (table) => [
    // Never two in one, whoever writes.
    primaryKey({ columns: [table.questionId, table.slot] }),
    uniqueIndex('offer_takes_reader').on(table.questionId, table.reader),
    index('offer_takes_event').on(table.eventId),
  ],
);

/** Messages that offer again what is left of the times: to whom one was taken before they answered. */
export const offerMessages = sqliteTable(
  'offer_messages',
  {
    messageId: text()
      .primaryKey()
      .references(() => messages.id, { onDelete: 'cascade' }),
    questionId: text()
      .notNull()
      .references(() => questions.id, { onDelete: 'cascade' }),
    /** Lower case. */
    reader: text().notNull(),
  },
  (table) => [index('offer_messages_question').on(table.questionId, table.reader)],
);
