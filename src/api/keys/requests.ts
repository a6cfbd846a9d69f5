import Joi from 'joi';
import { ADDRESS, file, id } from '../fields';

const passphrase = Joi.string().max(1000);

/** By its text, its bytes, or where it lies. */
export const keyFile = Joi.object({
  text: file.optional().description('Armored (RFC 9580 §6.2)'),
  base64: Joi.string().base64().max(2_000_000).description('Binary'),
  attachment: id.description('One that came with a message'),
  passphrase: passphrase.description('Of a secret key; one that is not locked is locked with it'),
}).xor('text', 'base64', 'attachment');

export const newKey = Joi.object({
  identity: id.allow(null).default(null).description('Whose it is; null: the main one'),
  passphrase: passphrase.required(),
});

export const keyPatch = Joi.object({
  used: Joi.boolean().description('Mail to them is encrypted to it, and what it has signed is by them'),
  before: passphrase.description('Of a key of mine: its passphrase'),
  passphrase: passphrase.description('The one it has from now on'),
})
  .xor('used', 'passphrase')
  .with('passphrase', 'before');

export const unlocking = Joi.object({ passphrase: passphrase.required() });

export const keyFileQuery = Joi.object({
  secret: Joi.boolean().default(false).description('With what is secret, locked by its passphrase'),
});

const address = Joi.string().max(ADDRESS);

export const readersRequest = Joi.object({
  from: address.allow('').required().description('As whom it is written'),
  recipients: Joi.array().items(address).max(500).required().description('Addresses, and groups as `Name:;`'),
});
