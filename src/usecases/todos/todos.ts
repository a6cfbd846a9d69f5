/** To-dos: making, changing, settling and listing them. */
import {
  followTimes,
  quickTodos,
  todoInstant,
  type QuickTodo,
  type TodoMoment,
  type TodoTimes,
} from '#core/todo/todo';
import { isLocal } from '#core/time/wallClock';
import { isZone } from '#core/time/zones';
import { noteDue } from '#store/clock';
import { noteChange, record } from '#store/journal';
import { findMessage } from '#store/messages';
import type { Tx } from '#store/store';
import {
  countOpenTodos,
  findTodo,
  insertTodo,
  listTodos as listed,
  openTodoOf,
  removeTodo,
  swapTodo,
  type Todo,
} from '#store/todos';
import type { Desk } from '../desk';
import { newId } from '../newId';
import { Invalid, NotFound, Stale } from '../errors';
import { readingOf } from '../incoming/readingOf';
import { undoable } from '../incoming/undoable';
import { meAsPerson } from '../people/readers';
import { summariesOf, type MessageSummary } from '../messages/summaries';

export type { Todo } from '#store/todos';

/** What is given of a to-do. */
export interface TodoInput extends Partial<TodoTimes> {
  what?: string;
  note?: string;
  sound?: boolean;
}

/** A to-do after a change, and what else of it moved, in words. */
export interface TodoChanged {
  todo: Todo;
  said: string[];
}

function checkMoment(moment: TodoMoment | null | undefined, path: 'start' | 'due'): void {
  if (!moment) return;
  if (!isLocal(`${moment.date}T${moment.time ?? '00:00'}`))
    throw new Invalid(`There is no such day or time. Write it as 2026-12-10 and 17:00.`, path);
  if (!isZone(moment.zone)) throw new Invalid(`There is no time zone “${moment.zone}”.`, path);
}

function checked(
  desk: Desk,
  tx: Tx,
  before: TodoTimes,
  input: TodoInput,
): { times: TodoTimes; said: string[] } {
  checkMoment(input.start, 'start');
  checkMoment(input.due, 'due');
  const { working: who, zone } = meAsPerson(desk, tx);
  const now = desk.now(tx);
  const given: Partial<TodoTimes> = {};
  if (input.start !== undefined) given.start = input.start;
  if (input.due !== undefined) given.due = input.due;
  if (input.remindAt !== undefined) given.remindAt = input.remindAt;
  if (typeof given.remindAt === 'number' && given.remindAt <= now)
    throw new Invalid('The moment of this reminder is past. Choose a later one.', 'remindAt');
  const followed = followTimes(before, given, { now, zone, who, hourCycle: desk.settings(tx).hourCycle });
  const { start, due } = followed.times;
  if (start && due && todoInstant(start, 'start', who) > todoInstant(due, 'end', who))
    throw new Invalid('It would be due before it starts. Choose a later due day.', 'due');
  return followed;
}

const dueAtOf = (desk: Desk, tx: Tx, due: TodoMoment | null): number | null =>
  due && todoInstant(due, 'end', meAsPerson(desk, tx).working);

const NOTHING: TodoTimes = { start: null, due: null, remindAt: null };

function told(tx: Tx, todo: Todo): void {
  noteChange(tx, 'return', todo.id);
  if (todo.messageId) noteChange(tx, 'message', todo.messageId);
  if (todo.remindAt !== null && todo.state === 'open') noteDue(tx, todo.remindAt);
}

function whatOf(input: TodoInput): string | undefined {
  const what = input.what?.replace(/\s+/g, ' ').trim();
  if (what === '') throw new Invalid('Say what is to be done.', 'what');
  return what;
}

/**
 * Makes a to-do, on a message or without one.
 * @throws NotFound, Invalid
 */
export function addTodo(desk: Desk, messageId: string | null, input: TodoInput): Todo {
  return desk.store.write((tx) => {
    const now = desk.now(tx);
    if (messageId && !findMessage(tx, messageId)) throw new NotFound('There is no such message.');
    const { times } = checked(desk, tx, NOTHING, input);
    const id = newId();
    const row = {
      id,
      uid: `${id}@oak-lantern`,
      messageId,
      what: whatOf(input) ?? 'check',
      note: input.note ?? '',
      ...times,
      dueAt: dueAtOf(desk, tx, times.due),
      sound: input.sound ?? false,
      createdAt: now,
    };
    const todo = undoable(desk, tx, { todoIds: [id] }, () => insertTodo(tx, row));
    if (messageId) record(tx, { at: now, messageId, what: 'to-do', why: todo.what });
    told(tx, todo);
    return todo;
  });
}

function change(desk: Desk, tx: Tx, seen: Todo, input: TodoInput): TodoChanged {
  const { times, said } = checked(desk, tx, seen, input);
  const { what = seen.what, note = seen.note, sound = seen.sound } = { ...input, what: whatOf(input) };
  const patch = { ...times, what, note, sound, dueAt: dueAtOf(desk, tx, times.due) };
  const todo = undoable(desk, tx, { todoIds: [seen.id] }, () => swapTodo(tx, seen, patch));
  if (!todo) throw new Stale('to-do');
  told(tx, todo);
  return { todo, said };
}

function known(tx: Tx, id: string, revision?: number): Todo {
  const todo = findTodo(tx, id);
  if (!todo) throw new NotFound('There is no such to-do.');
  if (revision !== undefined && revision !== todo.revision) throw new Stale('to-do');
  return todo;
}

/**
 * Changes what is given; what depends on it moves along, and is told.
 * @throws NotFound, Invalid, Stale
 */
export function changeTodo(desk: Desk, id: string, input: TodoInput, revision?: number): TodoChanged {
  return desk.store.write((tx) => change(desk, tx, known(tx, id, revision), input));
}

/**
 * The to-do of a message: made, or changed where there is one.
 * @throws NotFound, Invalid
 */
export function putTodo(desk: Desk, messageId: string, input: TodoInput): TodoChanged {
  return desk.store.write((tx) => {
    const seen = openTodoOf(tx, messageId);
    return seen ? change(desk, tx, seen, input) : { todo: addTodo(desk, messageId, input), said: [] };
  });
}

/**
 * Settles it, or takes it up again.
 * @throws NotFound, Stale
 */
export function settleTodo(desk: Desk, id: string, state: Todo['state']): Todo {
  return desk.store.write((tx) => {
    const now = desk.now(tx);
    const seen = known(tx, id);
    const patch = { state, doneAt: state === 'open' ? null : now };
    const todo = undoable(desk, tx, { todoIds: [id] }, () => swapTodo(tx, seen, patch));
    if (!todo) throw new Stale('to-do');
    const { messageId } = todo;
    const what = { open: 'to-do taken up again', done: 'to-do done', dropped: 'to-do dropped' }[state];
    if (messageId) record(tx, { at: now, messageId, what, why: todo.what });
    told(tx, todo);
    return todo;
  });
}

/** Drops the open to-do on a message. @throws NotFound */
export function dropTodoOf(desk: Desk, messageId: string): void {
  desk.store.write((tx) => {
    const todo = openTodoOf(tx, messageId);
    if (!todo) throw new NotFound('There is no open to-do on this message.');
    settleTodo(desk, todo.id, 'dropped');
  });
}

export const countOpen = (desk: Desk): number => countOpenTodos(desk.store.db);

/** Undoes the making of one. @throws NotFound */
export function deleteTodo(desk: Desk, id: string): void {
  desk.store.write((tx) => {
    const todo = known(tx, id);
    removeTodo(tx, id);
    told(tx, { ...todo, state: 'dropped' });
  });
}

/** A to-do with the message it is about. */
export interface TodoListed {
  todo: Todo;
  message: MessageSummary | null;
}

/** Open ones by when they are due, or those that are settled. */
export function listTodos(desk: Desk, state: 'open' | 'closed' | 'all', limit: number): TodoListed[] {
  const todos = listed(desk.store.db, state, limit);
  const messages = new Map(
    summariesOf(
      desk,
      todos.flatMap(({ messageId }) => messageId ?? []),
    ).map((each) => [each.id, each]),
  );
  return todos.map((todo) => ({ todo, message: messages.get(todo.messageId ?? '') ?? null }));
}

/** @throws NotFound */
export function suggestTodos(desk: Desk, messageId: string): QuickTodo[] {
  const { now, me, writer, text, writtenAt } = readingOf(desk, messageId);
  return quickTodos({ now, me, writer, text, writtenAt });
}
