/** The tables of questions that messages ask, and of what was answered. */
import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';
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
