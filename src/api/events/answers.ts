import Joi from 'joi';
import { all, text } from '../fields';

export const answers = {
  Change: all({
    topic: Joi.valid(
      ...['departure', 'message', 'return', 'settings', 'clock', 'correspondent', 'health', 'session'],
    ),
    ref: text,
  }).description('One live update, as the `data` of a server-sent event'),
};
