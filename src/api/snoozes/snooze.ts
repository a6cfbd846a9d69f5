import Joi from 'joi';
import { all, instant, orNull, text } from '../fields';

/** How a message is put off. */
export const snooze = all({
  until: instant,
  words: text.description('The words its moment was chosen by'),
  note: text,
  wholeThread: Joi.boolean(),
  early: Joi.boolean(),
  times: Joi.number().description('How often it has been put off, this time counted'),
  repeat: orNull(text).description('“every 2 weeks on Monday”; null for once'),
  since: instant,
});
