import Joi from 'joi';
import { all, instant, listOf, text } from '../fields';
import { stripParts } from '../moments/answers';
import { question } from '../questions/answers';

export const answers = {
  Choosing: all({
    days: listOf(all({ whose: text, place: text, zone: Joi.string(), parts: stripParts })).description(
      'Mine first; then of those whose clock is known',
    ),
    busy: listOf(all({ at: instant, until: instant, summary: text, offered: Joi.boolean() })).description(
      'What I have, and what is offered to others',
    ),
  }),
  Offers: all({ offers: listOf(question) }),
  Times: all({
    times: listOf(
      all({
        at: instant,
        until: instant,
        here: text.description('On my clock'),
        there: listOf(text).description('On the others’ clocks, where they are not mine'),
        words: text.description('What speaks for or against it'),
        good: Joi.boolean().description('Nothing speaks against it'),
        free: Joi.boolean().description('It can be offered: it is to come, and I have nothing then'),
      }),
    ),
  }),
};
