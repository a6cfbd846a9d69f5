import Joi from 'joi';
import { LANGUAGES } from '#core/text/language';
import { all, listOf } from '../fields';

export const answers = {
  LinkCompany: all({
    links: listOf(all({ url: Joi.string(), organisations: listOf(Joi.string()) })),
  }).description('Links in a message whose pages are known from messages with other organisations only'),
  Spelling: all({
    words: listOf(
      all({
        word: Joi.string(),
        language: Joi.valid(...LANGUAGES),
        suggestions: listOf(Joi.string()).description('The likeliest first; for the first few words only'),
      }),
    ),
  }).description('Words of a text that no dictionary knows'),
};
