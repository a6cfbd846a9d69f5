/** What was done with messages, their returns and to-dos: kept, until it is undone or long past. */
import { and, desc, eq, inArray, isNull, lt, or } from 'drizzle-orm';
import { events, messages, questionAnswers, questions, returns, todos, undos, watches } from './schema';
import type { EventRow } from './events';
import { among, built } from './built';
import type { Placed, Step } from './schema/returns';
import type { AnswerRow, QuestionRow } from './questions';
import type { Return } from './returns';
import type { Reading, Tx } from './store';
import type { Todo } from './todos';
import type { Watch } from './watches';

export type { Change, Step } from './schema/returns';

/** So many steps are kept. */
const KEPT = 2000;

/** How everything stands. */
export interface Standing {
  messages: Placed[];
  returns: Return[];
  todos: Todo[];
  watches: Watch[];
  questions: QuestionRow[];
  answers: AnswerRow[];
  events: EventRow[];
}

const mates = built((db) => {
  const threads = db.select({ id: messages.threadId }).from(messages).where(among(messages.id));
  return db
    .select({ id: messages.id })
    .from(messages)
    .where(and(inArray(messages.threadId, threads), isNull(messages.deletedAt)))
    .prepare();
});

/** The messages of the threads of these. */
export const threadMates = (db: Reading, messageIds: readonly string[]): string[] =>
  mates(db)
    .all({ ids: JSON.stringify(messageIds) })
    .map(({ id }) => id);

/** Of a message only where it is: its text may be long. */
const looks = built((db) => {
  const { id, place, returnedAt, returnedWhy, unseen } = messages;
  return {
    messages: db
      .select({ id, place, returnedAt, returnedWhy, unseen })
      .from(messages)
      .where(among(id))
      .prepare(),
    returns: db.select().from(returns).where(among(returns.messageId)).prepare(),
    todos: db.select().from(todos).where(among(todos.id)).prepare(),
    watches: db.select().from(watches).where(among(watches.id)).prepare(),
    questions: db.select().from(questions).where(among(questions.id)).prepare(),
    answers: db.select().from(questionAnswers).where(among(questionAnswers.questionId)).prepare(),
    events: db
      .select()
      .from(events)
      .where(or(among(events.id), among(events.masterId)))
      .prepare(),
  };
});

/** How these messages, what is to come back of them, these to-dos, watches, questions with their answers, and events with what stands for their occurrences stand. */
export function standing(
  db: Reading,
  messageIds: readonly string[],
  todoIds: readonly string[],
  watchIds: readonly string[],
  questionIds: readonly string[],
  eventIds: readonly string[],
): Standing {
  const look = looks(db);
  const ids = JSON.stringify(messageIds);
  const asked = { ids: JSON.stringify(questionIds) };
  return {
    messages: look.messages.all({ ids }),
    returns: look.returns.all({ ids }),
    todos: look.todos.all({ ids: JSON.stringify(todoIds) }),
    watches: look.watches.all({ ids: JSON.stringify(watchIds) }),
    questions: questionIds.length > 0 ? look.questions.all(asked) : [],
    answers: questionIds.length > 0 ? look.answers.all(asked) : [],
    events: eventIds.length > 0 ? look.events.all({ ids: JSON.stringify(eventIds) }) : [],
  };
}

export function insertUndo(tx: Tx, key: string, step: Step): void {
  const { id } = tx.insert(undos).values({ key, step }).returning({ id: undos.id }).get();
  tx.delete(undos)
    .where(lt(undos.id, id - KEPT))
    .run();
}

/** The steps of an act, the last first; they are kept no longer. */
export function takeUndos(tx: Tx, key: string): Step[] {
  const rows = tx.select().from(undos).where(eq(undos.key, key)).orderBy(desc(undos.id)).all();
  tx.delete(undos).where(eq(undos.key, key)).run();
  return rows.map(({ step }) => step);
}

/** Takes the row of that id away and puts `row` in its place, where there is one. */
export function putReturn(tx: Tx, id: string, row: Return | null): void {
  tx.delete(returns).where(eq(returns.id, id)).run();
  if (row) tx.insert(returns).values(row).run();
}

/** The same, of a to-do. */
export function putTodoRow(tx: Tx, id: string, row: Todo | null): void {
  tx.delete(todos).where(eq(todos.id, id)).run();
  if (row) tx.insert(todos).values(row).run();
}

/** The same, of a watch; what it has considered goes only with the watch itself. */
export function putWatchRow(tx: Tx, id: string, row: Watch | null): void {
  if (row) tx.insert(watches).values(row).onConflictDoUpdate({ target: watches.id, set: row }).run();
  else tx.delete(watches).where(eq(watches.id, id)).run();
}

/** The same, of a question; its answers go only with the question itself. */
export function putQuestionRow(tx: Tx, id: string, row: QuestionRow | null): void {
  if (row) tx.insert(questions).values(row).onConflictDoUpdate({ target: questions.id, set: row }).run();
  else tx.delete(questions).where(eq(questions.id, id)).run();
}

/** The same, of an answer. */
export function putAnswerRow(tx: Tx, id: number, row: AnswerRow | null): void {
  tx.delete(questionAnswers).where(eq(questionAnswers.id, id)).run();
  if (row) tx.insert(questionAnswers).values(row).run();
}
