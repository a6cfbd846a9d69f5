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

const imap = server
  .keys({ password: password.description('The other one where none is said') })
  .allow(null)
  .description('Its mailbox (IMAP); null: none is looked into');

const path = Joi.string().max(500);
const folders = Joi.object({
  snooze: path.allow(null).description('Where what is put off lies; null: it stays where it is'),
  archive: path.allow(null).description('Where what is dealt with goes; null: it stays where it is'),
  sent: path.allow(null).description('Where the copy of what has left is put; null: none is'),
  drafts: path.allow(null).description('Where drafts lie; null: they are here only'),
  more: Joi.array().items(path).max(50).unique().description('Others whose mail comes into the inbox'),
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
  .description('The host once more, to allow that it goes without encryption; of two, commas between');

const untried = Joi.boolean().description('Keep it although it cannot be reached');

export const newAccount = Joi.object({
  address: address.required(),
  name,
  password: password.required(),
  smtp: server.required(),
  imap,
  folders,
  perMinute,
  plainHost,
  untried,
});

export const accountPatch = Joi.object({
  name,
  password,
  smtp: server,
  imap,
  folders,
  perMinute,
  takeRest: Joi.boolean().description('Whether what was there before goes on being taken in'),
  plainHost,
  untried,
}).or('name', 'password', 'smtp', 'imap', 'folders', 'perMinute', 'takeRest');

export const accountAddress = Joi.object({ address: address.required() });
