import * as reminders from '#api/reminders/operations';
import { listReminders } from '#usecases/incoming/reminders';
import { iso } from '../present';
import { route } from '../respond';

export const GET = route(reminders.listReminders, ({ desk }) => ({
  reminders: listReminders(desk).map(({ id, at, kind, messageId, todoId, words, sound }) => ({
    id,
    kind,
    messageId,
    todoId,
    words,
    sound,
    at: iso(at),
  })),
}));
