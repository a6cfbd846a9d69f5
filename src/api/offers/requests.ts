import Joi from 'joi';
import { AGREEMENTS, MINUTES, PLACE_LENGTH, SLOTS, SUGGESTED, SUMMARY_LENGTH } from '#core/offer/offer';
import { id, instant } from '../fields';
import { askedReaders } from '../people';
import { deadline } from '../watches/requests';

const minutes = Joi.number()
  .integer()
  .min(MINUTES.least)
  .max(MINUTES.most)
  .description('How long a time lasts');

const parts = {
  summary: Joi.string().trim().max(SUMMARY_LENGTH).example('Call about the lacquer panels'),
  place: Joi.string().trim().max(PLACE_LENGTH).allow('').description('Where, or how one is called'),
  minutes,
  agreement: Joi.valid(...AGREEMENTS).description(
    'each: every reader takes a time of their own; everyone, majority: one time for all, that all or more than half have chosen',
  ),
  slots: Joi.array()
    .items(instant)
    .min(SLOTS.fewest)
    .max(SLOTS.most)
    .description('When each begins; none overlaps another'),
  deadline: deadline.description(
    'Until when it holds; what is relative counts from when the message has left. Two of their working days, unless it is said',
  ),
};

export const newOffer = Joi.object({
  message: id.required(),
  ...parts,
  summary: parts.summary.required(),
  place: parts.place.default(''),
  minutes: minutes.required(),
  agreement: parts.agreement.default('each'),
  slots: parts.slots.required(),
});

export const offerPatch = Joi.object(parts).min(1);

export const offerQuery = Joi.object({
  state: Joi.valid('open', 'closed').default('open').description('open: that have left, or are to leave'),
  message: id.description('What is offered in the thread of one message, whatever its state'),
});

export const settleRequest = Joi.object({
  slot: Joi.number()
    .integer()
    .min(0)
    .max(SLOTS.most - 1)
    .required()
    .description('Counted from 0'),
});

export const daysRequest = Joi.object({
  recipients: askedReaders,
  from: instant.required(),
  until: instant.required(),
  message: id.description('Whose own times are not in its way'),
});

export const timesRequest = Joi.object({
  recipients: askedReaders,
  minutes: minutes.required(),
  count: Joi.number().integer().min(1).max(SLOTS.most).default(SUGGESTED),
  from: instant.description('Not before'),
  message: id.description('Whose own times are not in its way'),
});
