import Joi from 'joi';
import { SECURITIES } from '#core/message/account';
import { ADDRESS } from '../fields';

const name = Joi.string()
  .max(200)
  .allow('')
  .description('As it is called here; its address where none is said');
const password = Joi.string().max(1000).allow('');
const address = Joi.string().max(ADDRESS);

const server = Joi.object({
  host: Joi.string().max(255).required(),
  port: Joi.number().integer().min(1).max(65_535).description('The usual one where none is said'),
  security: Joi.valid(...SECURITIES)
    .required()
    .description('Encrypted from the start, once connected, or not at all'),
  user: Joi.string().max(300).allow('').description('The address where none is said; empty signs nobody in'),
});

const perMinute = Joi.number()
  .integer()
  .min(1)
  .max(100_000)
  .allow(null)
  .description('Messages a minute at most; null: as fast as the server takes them');

const plainHost = Joi.string()
  .max(255)
  .allow('')
  .description('The host once more, to allow that it goes without encryption');

const untried = Joi.boolean().description('Keep it although it cannot be reached');

export const newAccount = Joi.object({
  address: address.required(),
  name,
  password: password.required(),
  smtp: server.required(),
  perMinute,
  plainHost,
  untried,
});

export const accountPatch = Joi.object({
  name,
  password,
  smtp: server,
  perMinute,
  plainHost,
  untried,
}).or('name', 'password', 'smtp', 'perMinute');

export const accountAddress = Joi.object({ address: address.required() });
