import Joi from 'joi';
import { KEY_SOURCES } from '#core/openpgp/key';
import { all, instant, listOf, mailbox, orNull, text } from '../fields';

const key = all({
  id: text.description('Its fingerprint: hexadecimal, upper case'),
  words: text.description('The same in groups, as people compare them'),
  people: listOf(mailbox).description('Whom it is for'),
  createdAt: instant,
  expiresAt: orNull(instant).description('null: never'),
  algorithm: text,
  canSign: Joi.boolean(),
  canEncrypt: Joi.boolean(),
  source: Joi.valid(...KEY_SOURCES).description('Where it came from; of a header it is only a hint'),
  used: Joi.boolean().description('Mail to them is encrypted to it, and what it has signed is by them'),
  mine: Joi.boolean(),
  open: Joi.boolean().description('It is mine, and its passphrase has been typed'),
  unusable: orNull(text).description('Why it cannot be used now'),
  at: instant.description('When it was taken in'),
});

export const answers = {
  Key: key,
  Keys: all({ keys: listOf(key) }).description('Mine first'),
  ReaderKeys: all({
    own: orNull(key).description('The one to sign with'),
    readers: listOf(all({ address: text, key: orNull(key) })),
  }),
};
