/** What was done with messages, their returns and to-dos: kept, until it is undone or long past. */
import { desc, eq, inArray, lt, or } from 'drizzle-orm';
import { returns, todos, undos } from './schema';
import type { Placed, Step } from './schema/returns';
import { messagesOfThread } from './messages';
import type { Return } from './returns';
import type { Reading, Tx } from './store';
import type { Todo } from './todos';

export type { Change, Step } from './schema/returns';

/** So many steps are kept. */
const KEPT = 2000;

/** How everything stands. */
export interface Standing {
  messages: Placed[];
  returns: Return[];
  todos: Todo[];
}

/**
 * @param threadIds of the messages that are looked at
 * @param todoIds of to-dos that are looked at by themselves
 */
export function standing(db: Reading, threadIds: readonly string[], todoIds: readonly string[]): Standing {
  const all = threadIds.flatMap((id) => messagesOfThread(db, id));
  const ids = all.map(({ id }) => id);
  return {
    messages: all.map(({ id, place, returnedAt, returnedWhy }) => ({ id, place, returnedAt, returnedWhy })),
    returns: db.select().from(returns).where(inArray(returns.messageId, ids)).all(),
    todos: db
      .select()
      .from(todos)
      .where(or(inArray(todos.messageId, ids), inArray(todos.id, [...todoIds])))
      .all(),
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
