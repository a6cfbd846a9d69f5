import { listReminders } from '#usecases/incoming/reminders';
import { iso } from '../present';
import { json, route } from '../respond';

export const GET = route(({ desk }) =>
  json({
    reminders: listReminders(desk).map(({ id, at, kind, messageId, todoId, words, sound }) => ({
      id,
      kind,
      messageId,
      todoId,
      words,
      sound,
      at: iso(at),
    })),
  }),
);
