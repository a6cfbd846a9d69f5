import Joi from 'joi';
import { ADDRESS } from '../fields';

const someone = Joi.array().items(Joi.string().max(ADDRESS).example('*')).max(100);

export const drop = Joi.valid('before-data', 'in-data', 'after-dot', 'after-dot-unkept', null).description(
  'Where the connection is dropped',
);

export const savedFile = Joi.object({ name: Joi.string().max(255).required() });

/** Faults of the post office; those not named are off. */
export const faultsRequest = Joi.object({
  greylist: someone.description('Addresses put off with 451 for a minute; * is everyone'),
  refuse: someone.description('Addresses refused with 550; * is everyone'),
  drop,
  dropTimes: Joi.number().integer().min(1).allow(null).description('How often; null is every time'),
  answerAfterSeconds: Joi.number().min(0).max(600).description('Real seconds before the final answer'),
  downMinutes: Joi.number().min(0).max(100_000).description('Minutes of the sandbox clock'),
  refuseStartTls: Joi.boolean().description('Offers STARTTLS and refuses it with 454'),
});
