/** What is chosen beside the plan. */
import Joi from 'joi';
import { byKind } from '../byKind';

/** How late it may still leave where nothing was running at its moment. */
export const lateness = byKind({
  'their-day': {},
  'at-most': { minutes: Joi.number().integer().min(1).max(525_600).required() },
  ask: {},
}).description('How late it may still leave where nothing was running at its moment');

export const copies = Joi.valid('together', 'individual').description(
  'Individual: one message per recipient, others hidden',
);
export const ifTheyWriteFirst = Joi.valid('thread', 'any', 'off').description(
  'What stops it: a message from a recipient in its thread, any from them, nothing',
);

export const choices = { copies, ifTheyWriteFirst, ifOff: lateness };
