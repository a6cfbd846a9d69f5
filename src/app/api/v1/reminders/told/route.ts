import * as reminders from '#api/reminders/operations';
import { noteTold } from '#usecases/incoming/reminders';
import { route } from '../../respond';

export const POST = route(reminders.noteTold, ({ desk, body }) => {
  noteTold(desk, body.upTo);
});
