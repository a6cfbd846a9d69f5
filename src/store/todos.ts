/** To-dos, and the reminders of what came back or went off. */
import { and, asc, count, desc, eq, inArray, isNull, lte, min, notInArray, sql } from 'drizzle-orm';
import { reminders, todos } from './schema';
import { among, built } from './built';
import type { Reading, Tx } from './store';

export type Todo = typeof todos.$inferSelect;
export type Reminder = typeof reminders.$inferSelect;

export const findTodo = (db: Reading, id: string): Todo | undefined =>
  db.select().from(todos).where(eq(todos.id, id)).get();

export const findTodoByUid = (db: Reading, uid: string): Todo | undefined =>
  db.select().from(todos).where(eq(todos.uid, uid)).get();

/** The open to-do on a message; there is one at most. */
export const openTodoOf = (db: Reading, messageId: string): Todo | undefined =>
  openTodosOf(db, [messageId])[0];

const openAmong = built((db) =>
  db
    .select()
    .from(todos)
    .where(and(among(todos.messageId), eq(todos.state, 'open')))
    .orderBy(desc(todos.createdAt))
    .prepare(),
);

export const openTodosOf = (db: Reading, messageIds: readonly string[]): Todo[] =>
  openAmong(db).all({ ids: JSON.stringify(messageIds) });

export const insertTodo = (tx: Tx, row: typeof todos.$inferInsert): Todo =>
  tx.insert(todos).values(row).returning().get();

/** Compare-and-swap on the revision; undefined if someone else changed it first. */
export function swapTodo(tx: Tx, seen: Todo, patch: Partial<Todo>): Todo | undefined {
  return tx
    .update(todos)
    .set({ ...patch, revision: seen.revision + 1 })
    .where(and(eq(todos.id, seen.id), eq(todos.revision, seen.revision)))
    .returning()
    .get();
}

export const removeTodo = (tx: Tx, id: string): void => void tx.delete(todos).where(eq(todos.id, id)).run();

/** Open ones by their due moment, undated last; those done or dropped by when that was, the last first. */
export function listTodos(db: Reading, state: 'open' | 'closed' | 'all', limit: number): Todo[] {
  const closed = inArray(todos.state, ['done', 'dropped']);
  const query = db.select().from(todos).limit(limit);
  if (state === 'closed') return query.where(closed).orderBy(desc(todos.doneAt)).all();
  return query
    .where(state === 'open' ? eq(todos.state, 'open') : undefined)
    .orderBy(sql`${todos.dueAt} IS NULL`, asc(todos.dueAt), asc(todos.createdAt))
    .all();
}

export const countOpenTodos = (db: Reading): number =>
  db.select({ n: count() }).from(todos).where(eq(todos.state, 'open')).get()!.n;

const nextReminder = built((db) =>
  db
    .select({ at: min(todos.remindAt) })
    .from(todos)
    .where(sql`state = 'open' AND remind_at IS NOT NULL`)
    .prepare(),
);

/** When the next reminder of a to-do goes off, epoch ms. @param without left out */
export function nextReminderDue(db: Reading, without: readonly string[]): number | null {
  if (without.length === 0) return nextReminder(db).get()?.at ?? null;
  const rest = db
    .select({ at: min(todos.remindAt) })
    .from(todos)
    .where(and(sql`state = 'open' AND remind_at IS NOT NULL`, notInArray(todos.id, [...without])));
  return rest.get()!.at;
}

/** One whose reminder is still due by `now`. */
export const findDueTodo = (db: Reading, id: string, now: number): Todo | undefined =>
  db
    .select()
    .from(todos)
    .where(and(eq(todos.id, id), sql`state = 'open' AND remind_at IS NOT NULL`, lte(todos.remindAt, now)))
    .get();

/** The to-dos whose reminder is due by `now`, in order, at most `limit`. */
export const dueTodos = (db: Reading, now: number, limit: number): Todo[] =>
  db
    .select()
    .from(todos)
    .where(and(sql`state = 'open' AND remind_at IS NOT NULL`, lte(todos.remindAt, now)))
    .orderBy(todos.remindAt)
    .limit(limit)
    .all();

export const insertReminder = (tx: Tx, row: typeof reminders.$inferInsert): void =>
  void tx.insert(reminders).values(row).run();

/** Of which nobody has been told, oldest first. */
export const untoldReminders = (db: Reading, limit: number): Reminder[] =>
  db
    .select()
    .from(reminders)
    .where(isNull(reminders.toldAt))
    .orderBy(desc(reminders.id))
    .limit(limit)
    .all()
    .reverse();

export const markTold = (tx: Tx, upTo: number, now: number): void =>
  void tx
    .update(reminders)
    .set({ toldAt: now })
    .where(and(isNull(reminders.toldAt), lte(reminders.id, upTo)))
    .run();
