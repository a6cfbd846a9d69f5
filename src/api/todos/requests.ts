import Joi from 'joi';
import { date, file, id, instant } from '../fields';
import { zone } from '../plans/clockTime';

const moment = Joi.object({
  date: date.required(),
  time: Joi.string()
    .pattern(/^\d{2}:\d{2}$/)
    .message('{{#label}} is not a time. Write it as 17:00')
    .allow(null)
    .required(),
  zone: zone.required(),
})
  .allow(null)
  .description('A day, or a time on it');

const todoFields = {
  what: Joi.string().max(200).description('answer, decide, check, pass on, call, or own words'),
  note: Joi.string().max(2000).allow(''),
  start: moment,
  due: moment.description('Follows where `start` is moved'),
  remindAt: instant.allow(null).description('Follows where `due` is moved'),
  sound: Joi.boolean(),
};

export const todoInput = Joi.object(todoFields);
export const newTodo = Joi.object({ ...todoFields, message: id.allow(null) });
export const todoPatch = Joi.object(todoFields).min(1);
export const todoState = Joi.object({ state: Joi.valid('open', 'done', 'dropped').required() });
export const todoQuery = Joi.object({
  state: Joi.valid('open', 'closed', 'all').default('open'),
  limit: Joi.number().integer().min(1).max(2000).default(500),
});

export const todoFile = Joi.object({ text: file });
