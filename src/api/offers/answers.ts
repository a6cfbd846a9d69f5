import Joi from 'joi';
import { all, instant, listOf, text } from '../fields';
import { question } from '../questions/answers';

export const answers = {
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
