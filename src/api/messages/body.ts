import Joi from 'joi';
import { MAX_BODY } from '#core/limits';

/** What a message says. */
export const body = Joi.string()
  .max(MAX_BODY)
  .messages({
    'string.max': `The text is longer than ${MAX_BODY / 1_000_000} million characters; mail servers would refuse it. Shorten it`,
  });
