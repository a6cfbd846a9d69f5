import Joi from 'joi';
import { all, instant, orNull } from '../fields';

export const answers = {
  Clock: all({
    now: instant,
    sandbox: Joi.boolean(),
    rate: Joi.number().description('Clock seconds per real second'),
    target: orNull(instant).description('Where a sandbox clock is jumping to'),
    nextDue: orNull(instant).description(
      'The next moment at which something is due; a sandbox clock waits there until it is done',
    ),
  }),
};
