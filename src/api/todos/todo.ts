import Joi from 'joi';
import { all, instant, orNull, text } from '../fields';

export const todoMoment = all({ date: Joi.string(), time: orNull(Joi.string()), zone: Joi.string() });

export const todo = all({
  id: Joi.string(),
  messageId: orNull(Joi.string()),
  what: text,
  note: text,
  start: orNull(todoMoment),
  due: orNull(todoMoment),
  dueAt: orNull(instant).description('When it is over; null where it is undated'),
  remindAt: orNull(instant),
  sound: Joi.boolean(),
  state: Joi.valid('open', 'done', 'dropped'),
  doneAt: orNull(instant),
  revision: Joi.number(),
  createdAt: instant,
});
