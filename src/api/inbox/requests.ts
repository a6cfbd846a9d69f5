import Joi from 'joi';
import { pageFields } from '../fields';

export const inboxQuery = Joi.object({
  order: Joi.valid('answer', 'time')
    .default('answer')
    .description('By what an answer would do now, or the newest first'),
  ...pageFields,
});

export const threadQuery = Joi.object(pageFields);
