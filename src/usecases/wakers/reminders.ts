import { dueTodos, nextReminderDue } from '#store/todos';
import { goOffOne } from '../incoming/bringBack';
import type { Waker } from './waker';

/** Reminders of to-dos go off. */
export const remindersWaker: Waker = {
  name: 'reminders',
  fails: 'a reminder does not go off',
  clock: 'desk',
  next: (_desk, db, without) => nextReminderDue(db, without),
  due: (_desk, db, now, limit) => dueTodos(db, now, limit).map(({ id, remindAt }) => ({ id, at: remindAt! })),
  act: (_desk, tx, id, now) => goOffOne(tx, id, now),
};
