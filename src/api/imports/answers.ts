import Joi from 'joi';
import { all, instant, listOf, text } from '../fields';

const importOfMail = all({
  id: Joi.string(),
  name: text,
  size: Joi.number().description('Bytes'),
  received: Joi.number().description('How many of them have come'),
  format: Joi.valid('mbox', 'eml'),
  added: Joi.number(),
  same: Joi.number().description('Messages that were here already'),
  unreadable: Joi.number(),
  createdAt: instant,
});

export const answers = {
  Import: importOfMail,
  Imports: all({
    imports: listOf(importOfMail),
    aside: listOf(all({ id: Joi.string(), name: text, reason: text, at: instant })).description(
      'What could not be read',
    ),
  }),
};
