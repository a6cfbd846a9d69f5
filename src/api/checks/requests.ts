import Joi from 'joi';
import { MAX_RECIPIENTS } from '#core/limits';
import { CHECK_IDS } from '#core/checks/finding';
import { LONGEST_SET_ASIDE, MOST_SET_ASIDE } from '#core/checks/setAside';
import { LANGUAGES } from '#core/text/language';
import { ADDRESS, id } from '../fields';

export const linksRequest = Joi.object({
  message: id.description('The message they stand in'),
  urls: Joi.array().items(Joi.string().max(4000)).max(200).required(),
  recipients: Joi.array().items(Joi.string().max(ADDRESS)).max(MAX_RECIPIENTS).required(),
});

export const spellingRequest = Joi.object({
  words: Joi.array()
    .items(
      Joi.object({ word: Joi.string().max(100).required(), language: Joi.valid(...LANGUAGES).required() }),
    )
    .max(20_000)
    .required(),
});

export const checksOff = Joi.array()
  .items(Joi.valid(...CHECK_IDS))
  .description('Checks that are not made');

/** Of checks, what they found and is meant so. */
export const setAside = Joi.array()
  .items(
    Joi.object({
      check: Joi.valid(...CHECK_IDS).required(),
      words: Joi.string().max(LONGEST_SET_ASIDE).allow('').required().description('Lower case'),
    }),
  )
  .max(MOST_SET_ASIDE);
