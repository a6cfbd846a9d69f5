import Joi from 'joi';
import { DEPARTURE_STATES } from '#core/departure/states';
import { id, instant, pageFields } from '../fields';
import { ifTheyWriteFirst, lateness } from '../plans/choices';
import { plan } from '../plans/plan';
import { snapshot } from './snapshot';

const whichCopies = Joi.valid('this', 'all').description('Of several copies of one message');

const states = [...DEPARTURE_STATES, 'pending'].join('|');

export const departureQuery = Joi.object({
  state: Joi.string()
    .pattern(new RegExp(`^(${states})(,(${states}))*$`))
    .description(`Comma-separated: pending, ${DEPARTURE_STATES.join(', ')}`),
  from: instant,
  until: instant,
  order: Joi.valid('soonest', 'latest').default('soonest'),
  folder: Joi.string().max(100).allow('').description('The folder that keeps the copy; empty: none is kept'),
  batches: Joi.valid('apart').description(
    'apart: without the rows of batches, but for those that need somebody',
  ),
  unanswered: Joi.boolean().description('true: only what has left and nobody has answered'),
  q: Joi.string().max(200).allow('').description('Words of the subject, or a name or address of a recipient'),
  ...pageFields,
});

export const departurePatch = Joi.object({
  plan,
  copies: whichCopies,
  goOn: Joi.boolean().description('One that stands still is set going with its new moment'),
  ifTheyWriteFirst,
  ifOff: lateness,
}).or('plan', 'ifTheyWriteFirst', 'ifOff');

export const takeBackRequest = Joi.object({ copies: whichCopies });

export const restoreRequest = Joi.object({ snapshot: snapshot.required() });

const ofShift = (schema: Joi.NumberSchema) =>
  schema.when('action', { is: 'shift', then: Joi.any().default(0), otherwise: Joi.forbidden() });

export const bulkRequest = Joi.object({
  ids: Joi.array().items(id).min(1).max(200).required(),
  action: Joi.valid(
    ...['shift', 'next-working-morning', 'restore', 'pause', 'resume', 'take-back', 'release'],
  ).required(),
  days: ofShift(
    Joi.number().integer().min(-3660).max(3660).description('Of shift; the wall-clock time stays'),
  ),
  minutes: ofShift(Joi.number().integer().min(-525_600).max(525_600).description('Of shift')),
  snapshots: Joi.object().pattern(Joi.string(), snapshot).description('Of restore: by id').when('action', {
    is: 'restore',
    then: Joi.required(),
    otherwise: Joi.forbidden(),
  }),
});

/** Without a body it is opened; with the token it is a sign of life. */
export const editRequest = Joi.object({
  token: Joi.string().max(64).description('From the answer to the first call'),
});

export const closeQuery = Joi.object({
  token: Joi.string().max(64).description('The lease to give back; without it the one there is'),
  then: Joi.valid('leave', 'go-on', 'pause')
    .default('leave')
    .description('leave: an unchanged one goes on, a changed one stays paused; go-on and pause decide'),
});

export const settleRequest = Joi.object({
  arrived: Joi.boolean().required().description('true: it arrived; false: it did not, send it again'),
});
