/** To-dos from and to iCalendar files. */
import { writeTodoFile, type ReadTodo, type TodoEntry } from '#core/formats/todoFile';
import { todoInstant } from '#core/todo/todo';
import { noteDue } from '#store/clock';
import { noteChange } from '#store/journal';
import type { Tx } from '#store/store';
import { headerIdOf, messageUnder } from '#store/left';
import { findMessages, firstReaders } from '#store/messages';
import { findTodoByUid, insertTodo, listTodos, swapTodo } from '#store/todos';
import type { Desk } from '../desk';
import { newId } from '../newId';
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
    ).map((message) => [message.id, message]),
  );
  const readers = firstReaders(db, [...about.keys()]);
  const entries = todos.map((todo): TodoEntry => {
    const message = todo.messageId ? about.get(todo.messageId) : undefined;
    const first = message && readers.get(message.id)?.first[0];
    const who =
      message?.direction === 'in'
        ? message.fromName || message.fromAddress
        : first && (first.name || first.address);
    return {
      ...todo,
      about: message ? headerIdOf(db, message) : null,
      subject: message?.subject ?? '',
      who: who ?? '',
    };
  });
  return writeTodoFile(entries, desk.now());
}

export interface TodoImport {
  /** What of them is not kept, in words. */
  said: string[];
  added: number;
  changed: number;
  same: number;
}

/** So many are named; the rest is counted. */
const MOST_SAID = 20;

const firstOf = (said: string[]): string[] =>
  said.length > MOST_SAID
    ? [...said.slice(0, MOST_SAID), `And so of ${said.length - MOST_SAID} more.`]
    : said;

/** @returns what it came to */
function takeEntry(
  desk: Desk,
  tx: Tx,
  { about, uid: given, ...entry }: ReadTodo['todo'],
): 'added' | 'changed' | 'same' {
  const now = desk.now(tx);
  const { working } = meAsPerson(desk, tx);
  const id = newId();
  const uid = given || `${id}@oak-lantern`;
  const messageId = (about && messageUnder(tx, about)?.id) || null;
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
  const said = entries.flatMap(({ todo, lost }) =>
    lost.length > 0 ? `“${todo.what}”: not kept is ${lost.join(', ')}.` : [],
  );
  const result: TodoImport = { said: firstOf(said), added: 0, changed: 0, same: 0 };
  await inTurns(entries, (batch) =>
    desk.store.write((tx) => {
      for (const { todo } of batch) result[takeEntry(desk, tx, todo)]++;
      noteChange(tx, 'return', 'todos');
    }),
  );
  return result;
}
