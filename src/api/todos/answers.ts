import Joi from 'joi';
import { all, listOf, orNull, text } from '../fields';
import { summary } from '../messages/summary';
import { todo, todoMoment } from './todo';

const listed = all({ todo, message: orNull(summary) });

export const answers = {
  TodoMoment: todoMoment,
  Todo: todo,
  TodoChanged: all({ todo, said: listOf(text).description('What else of it moved, in words') }),
  TodoListed: listed,
  Todos: all({ todos: listOf(listed), open: Joi.number() }),
  TodoImport: all({
    added: Joi.number(),
    changed: Joi.number(),
    same: Joi.number(),
    said: listOf(Joi.string()).description('What of them is not kept, in words'),
  }),
};
