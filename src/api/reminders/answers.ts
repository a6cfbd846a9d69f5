import Joi from 'joi';
import { RETURN_KINDS } from '#core/returns/why';
import { all, instant, listOf, orNull, text } from '../fields';

const reminder = all({
  id: Joi.number(),
  at: instant,
  kind: Joi.valid(...RETURN_KINDS),
  messageId: orNull(Joi.string()),
  todoId: orNull(Joi.string()),
  words: text,
  sound: Joi.boolean(),
});

export const answers = { Reminder: reminder, Reminders: all({ reminders: listOf(reminder) }) };
