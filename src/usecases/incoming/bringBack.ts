/** What was put off comes back: at its moment, because somebody answered, or because I want it now. */
import type { ReturnedWhy } from '#core/returns/why';
import { nextRepeat } from '#core/recurrence/repeat';
import { noteDue } from '#store/clock';
import { noteChange, record } from '#store/journal';
import { findMessage, messagesOfThread, swapMessage, type Message } from '#store/messages';
import { findDueReturn, insertReturn, updateReturn, waitingInThread, type Return } from '#store/returns';
import type { Tx } from '#store/store';
import { findDueTodo, insertReminder, swapTodo, type Reminder, type Todo } from '#store/todos';
import { newId } from '../newId';
import { Stale } from '../errors';

/** Puts a message somewhere; `patch` says what else changes. @throws Stale */
export function placeMessage(tx: Tx, message: Message, patch: Partial<Message>): Message {
  const next = swapMessage(tx, message, patch);
  if (!next) throw new Stale('message');
  noteChange(tx, 'message', message.id);
  return next;
}

/** The other messages of its thread that were put off together with it. */
function putOffTogether(tx: Tx, message: Message): Message[] {
  const alone = new Set(waitingInThread(tx, message.threadId).map((row) => row.messageId));
  return messagesOfThread(tx, message.threadId).filter(
    (each) => each.id !== message.id && each.place === 'snoozed' && !alone.has(each.id),
  );
}

/** Ends a return and puts what it was about into `place`, by itself or with its thread. */
export function endReturn(
  tx: Tx,
  row: Return,
  state: 'returned' | 'ended',
  place: Message['place'],
  patch: Partial<Message> = {},
): Message {
  updateReturn(tx, row.id, { state });
  noteChange(tx, 'return', row.id);
  const message = findMessage(tx, row.messageId)!;
  // Those were in the inbox, wherever the message itself was.
  if (row.wholeThread)
    for (const each of putOffTogether(tx, message)) placeMessage(tx, each, { place: 'inbox' });
  return placeMessage(tx, message, { place, ...patch });
}

/** The next time of one that repeats, if there is one. */
function insertNext(tx: Tx, row: Return, now: number): void {
  const due = row.repeat && nextRepeat(row.repeat, Math.max(now, row.due));
  if (!due) return;
  insertReturn(tx, { ...row, id: newId(), due, state: 'waiting', createdAt: now, times: row.times + 1 });
  noteDue(tx, due);
}

function remind(tx: Tx, reminder: Omit<Reminder, 'id' | 'toldAt'>): void {
  insertReminder(tx, reminder);
  noteChange(tx, 'return', reminder.todoId ?? reminder.messageId ?? '');
}

const subjectOf = ({ subject }: Message) => subject || '(no subject)';

function bringBack(
  tx: Tx,
  row: Return,
  now: number,
  why: ReturnedWhy,
  reminder: Pick<Reminder, 'kind' | 'words'>,
) {
  const message = endReturn(tx, row, 'returned', 'inbox', { returnedAt: now, returnedWhy: why });
  insertNext(tx, row, now);
  remind(tx, { ...reminder, at: now, messageId: message.id, todoId: null, sound: false });
  return message;
}

function bringBackSnoozed(tx: Tx, row: Return, now: number): void {
  const { createdAt: since, due: until, words, note, times } = row;
  const why: ReturnedWhy = { kind: 'snooze', since, until, words, note, times };
  const subject = subjectOf(findMessage(tx, row.messageId)!);
  const said = note ? `${subject}: ${note}` : subject;
  bringBack(tx, row, now, why, { kind: 'snooze', words: said });
  record(tx, { at: now, messageId: row.messageId, what: 'came back' });
}

/**
 * A person has answered in a thread: what was put off in it comes back before its moment, where that was not
 * switched off.
 */
export function bringBackEarly(tx: Tx, answer: Message, now: number): void {
  const from = answer.fromName || answer.fromAddress;
  for (const row of waitingInThread(tx, answer.threadId)) {
    const message = findMessage(tx, row.messageId)!;
    if (!row.early || message.place !== 'snoozed') continue;
    const { createdAt: since, due: until, note, times } = row;
    const why: ReturnedWhy = { kind: 'answer', since, until, note, times, from };
    bringBack(tx, row, now, why, { kind: 'answer', words: `${subjectOf(message)}: ${from} has answered` });
    record(tx, { at: now, messageId: row.messageId, what: 'came back', why: `${from} has answered` });
  }
}

/** A to-do's reminder goes off; the message it is about is brought to the top of the inbox. */
function goOff(tx: Tx, todo: Todo, now: number): void {
  if (!swapTodo(tx, todo, { remindAt: null })) throw new Stale('to-do');
  const message = todo.messageId ? findMessage(tx, todo.messageId) : undefined;
  const words = message ? `${todo.what}: ${subjectOf(message)}` : todo.what;
  if (message && message.place !== 'snoozed') {
    const returnedWhy: ReturnedWhy = { kind: 'to-do', since: todo.createdAt, note: todo.what };
    placeMessage(tx, message, { place: 'inbox', returnedAt: now, returnedWhy });
    record(tx, { at: now, messageId: message.id, what: 'reminded', why: todo.what });
  }
  const { messageId, sound } = todo;
  remind(tx, { kind: 'to-do', at: now, words, messageId, todoId: todo.id, sound });
}

/** Brings one back that is still due by `now`: somebody may have been faster. */
export function bringBackOne(tx: Tx, id: string, now: number): void {
  const row = findDueReturn(tx, id, now);
  if (row) bringBackSnoozed(tx, row, now);
}

/** As {@link bringBackOne}, of a to-do. */
export function goOffOne(tx: Tx, id: string, now: number): void {
  const todo = findDueTodo(tx, id, now);
  if (todo) goOff(tx, todo, now);
}
