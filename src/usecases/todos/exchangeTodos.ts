/** To-dos from and to iCalendar files. */
import { writeTodoFile, type TodoEntry } from '../../core/formats/todoFile';
import { todoInstant } from '../../core/todo/todo';
import { noteDue } from '../../store/clock';
import { noteChange } from '../../store/journal';
import type { Tx } from '../../store/store';
import { findByHeaderId, findMessages } from '../../store/messages';
import { findTodoByUid, insertTodo, listTodos, swapTodo } from '../../store/todos';
import { newId, type Desk } from '../desk';
import { inTurns } from '../inTurns';
import { readFileApart } from '../readApart';
import { meAsPerson } from '../people/readers';

const EVERYTHING = -1;

/** All to-dos as one iCalendar file. */
export function exportTodos(desk: Desk): string {
  const { db } = desk.store;
  const todos = listTodos(db, 'all', EVERYTHING);
  const about = new Map(
    findMessages(
      db,
      todos.flatMap(({ messageId }) => messageId ?? []),
    ).map(({ id, headerId }) => [id, headerId]),
  );
  const entries = todos.map((todo): TodoEntry => ({
    ...todo,
    about: (todo.messageId && about.get(todo.messageId)) || null,
  }));
  return writeTodoFile(entries, desk.now());
}

export interface TodoImport {
  added: number;
  changed: number;
  same: number;
}

/** @returns what it came to */
function takeEntry(desk: Desk, tx: Tx, { about, uid: given, ...entry }: TodoEntry): keyof TodoImport {
  const now = desk.now(tx);
  const { working } = meAsPerson(desk, tx);
  const id = newId();
  const uid = given || `${id}@oak-lantern`;
  const messageId = (about && findByHeaderId(tx, about)?.id) || null;
  // A reminder that is past would only make noise.
  const remindAt = entry.remindAt !== null && entry.remindAt > now ? entry.remindAt : null;
  const dueAt = entry.due && todoInstant(entry.due, 'end', working);
  const doneAt = entry.state === 'open' ? null : (entry.doneAt ?? now);
  const row = { ...entry, remindAt, dueAt, doneAt };
  if (remindAt !== null && row.state === 'open') noteDue(tx, remindAt);
  const seen = findTodoByUid(tx, uid);
  if (!seen) {
    insertTodo(tx, { ...row, id, uid, messageId });
    return 'added';
  }
  const patch = { ...row, createdAt: seen.createdAt, messageId: messageId ?? seen.messageId };
  const differs = Object.entries(patch).some(
    ([key, value]) => JSON.stringify(value) !== JSON.stringify(seen[key as keyof typeof seen]),
  );
  if (differs) swapTodo(tx, seen, patch);
  return differs ? 'changed' : 'same';
}

/**
 * Takes in the to-dos of a file; one with a UID that is known is changed to what the file says.
 * Some at a time, so that nothing else waits for a large file.
 * @throws (rejects) Invalid for what is no such file
 */
export async function importTodos(desk: Desk, text: string): Promise<TodoImport> {
  const { zone } = meAsPerson(desk);
  const entries = await readFileApart('todos', [text, zone, desk.now()], text.length);
  const result: TodoImport = { added: 0, changed: 0, same: 0 };
  await inTurns(entries, (batch) =>
    desk.store.write((tx) => {
      for (const entry of batch) result[takeEntry(desk, tx, entry)]++;
      noteChange(tx, 'return', 'todos');
    }),
  );
  return result;
}
