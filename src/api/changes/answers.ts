import Joi from 'joi';
import { CHANGE_TOPICS } from '#core/topics';
import { all, text } from '../fields';

export const answers = {
  Change: all({
    topic: Joi.valid(...CHANGE_TOPICS),
    ref: text,
  }).description('One live update, as the `data` of a server-sent event'),
};
