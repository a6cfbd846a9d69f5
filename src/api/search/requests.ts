import Joi from 'joi';
import { pageFields } from '../fields';

const question = Joi.string().max(500).allow('').required();

export const searchQuery = Joi.object({
  q: question.description('Words, and keys such as from: and state:snoozed'),
  ...pageFields,
});

export const suggestQuery = Joi.object({ q: question });
