/** Questions that messages ask, and what was answered. */
import { and, asc, desc, eq, isNotNull, sql } from 'drizzle-orm';
import { messages, questionAnswers, questions } from './schema';
import { among, built } from './built';
import type { Reading, Tx } from './store';

export type QuestionRow = typeof questions.$inferSelect;
export type AnswerRow = typeof questionAnswers.$inferSelect;

export const findQuestion = (db: Reading, id: string): QuestionRow | undefined =>
  db.select().from(questions).where(eq(questions.id, id)).get();

const ofMessage = built((db) =>
  db
    .select()
    .from(questions)
    .where(eq(questions.messageId, sql.placeholder('message')))
    .prepare(),
);

const ofMessages = built((db) => db.select().from(questions).where(among(questions.messageId)).prepare());

/** What these messages ask. */
export const questionsOf = (db: Reading, messageIds: readonly string[]): QuestionRow[] =>
  ofMessages(db).all({ ids: JSON.stringify(messageIds) });

/** What a message asks. */
export const questionOf = (db: Reading, messageId: string): QuestionRow | undefined =>
  ofMessage(db).get({ message: messageId });

export const insertQuestion = (tx: Tx, row: typeof questions.$inferInsert): QuestionRow =>
  tx.insert(questions).values(row).returning().get();

/** Compare-and-swap on the revision; undefined if someone else changed it first. */
export const swapQuestion = (
  tx: Tx,
  seen: QuestionRow,
  patch: Partial<QuestionRow>,
): QuestionRow | undefined =>
  tx
    .update(questions)
    .set({ ...patch, revision: seen.revision + 1 })
    .where(and(eq(questions.id, seen.id), eq(questions.revision, seen.revision)))
    .returning()
    .get();

export const removeQuestion = (tx: Tx, id: string): void =>
  void tx.delete(questions).where(eq(questions.id, id)).run();

const inThread = built((db) =>
  db
    .select({ question: questions })
    .from(messages)
    .innerJoin(questions, eq(questions.messageId, messages.id))
    .where(eq(messages.threadId, sql.placeholder('thread')))
    .orderBy(desc(questions.createdAt))
    .prepare(),
);

/** Those asked in a thread, the newest first. */
export const questionsInThread = (db: Reading, threadId: string): QuestionRow[] =>
  inThread(db)
    .all({ thread: threadId })
    .map(({ question }) => question);

/** Those that have left, the newest first. @param open whether answers to them are still taken, by me */
export const questionsThatLeft = (db: Reading, open: boolean, limit: number): QuestionRow[] =>
  db
    .select({ question: questions })
    .from(questions)
    .innerJoin(messages, eq(messages.id, questions.messageId))
    .where(
      and(
        isNotNull(messages.leftAt),
        sql`${messages.deletedAt} IS NULL`,
        open ? sql`${questions.closedAt} IS NULL` : isNotNull(questions.closedAt),
      ),
    )
    .orderBy(desc(messages.leftAt))
    .limit(limit)
    .all()
    .map(({ question }) => question);

export const insertAnswer = (tx: Tx, row: typeof questionAnswers.$inferInsert): AnswerRow =>
  tx.insert(questionAnswers).values(row).returning().get();

export const changeAnswer = (tx: Tx, id: number, patch: Partial<AnswerRow>): AnswerRow =>
  tx.update(questionAnswers).set(patch).where(eq(questionAnswers.id, id)).returning().get();

export const findAnswer = (db: Reading, id: number): AnswerRow | undefined =>
  db.select().from(questionAnswers).where(eq(questionAnswers.id, id)).get();

const ofQuestions = built((db) =>
  db
    .select()
    .from(questionAnswers)
    .where(among(questionAnswers.questionId))
    .orderBy(asc(questionAnswers.id))
    .prepare(),
);

/** In the order they came. */
export const answersTo = (db: Reading, questionIds: readonly string[]): AnswerRow[] =>
  ofQuestions(db).all({ ids: JSON.stringify(questionIds) });

const inMessage = built((db) =>
  db
    .select()
    .from(questionAnswers)
    .where(eq(questionAnswers.messageId, sql.placeholder('message')))
    .prepare(),
);

/** What a message that came in has answered. */
export const answersIn = (db: Reading, messageId: string): AnswerRow[] =>
  inMessage(db).all({ message: messageId });

/** What these people have been asked, and what they said last: that which counts, the newest first. @param addresses lower case */
export const answersBy = (
  db: Reading,
  addresses: readonly string[],
  limit: number,
): { answer: AnswerRow; question: QuestionRow }[] =>
  db
    .select({ answer: questionAnswers, question: questions })
    .from(questionAnswers)
    .innerJoin(questions, eq(questions.id, questionAnswers.questionId))
    .where(
      and(
        sql`${questionAnswers.reader} IN (SELECT value FROM json_each(${JSON.stringify(addresses)}))`,
        eq(questionAnswers.status, 'counts'),
      ),
    )
    .orderBy(desc(questionAnswers.id))
    .limit(limit)
    .all();

/** Whom these messages have reached, or will unless they are refused, lower case, in the order they stand in. */
export const readersAsked = (
  db: Reading,
  messageIds: readonly string[],
): { message: string; address: string; reached: 0 | 1 }[] =>
  db.all(sql`
    SELECT departures.message_id AS message, lower(deliveries.address) AS address,
      max(deliveries.status = 'accepted') AS reached
    FROM json_each(${JSON.stringify(messageIds)}) JOIN departures ON departures.message_id = value
    JOIN deliveries ON deliveries.departure_id = departures.id
    WHERE deliveries.status = 'accepted'
      OR (deliveries.status <> 'refused' AND departures.state NOT IN ('draft', 'ended'))
    GROUP BY 1, 2 ORDER BY min(departures.created_at), min(deliveries.rowid)`);
