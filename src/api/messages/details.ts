import Joi from 'joi';
import { IMPORTANCES, SENSITIVITIES } from '#core/message/details';
import { ENCRYPTS } from '#core/openpgp/key';
import { setAside } from '../checks/requests';
import { ADDRESS } from '../fields';

/** What is asked of a message beside its words and recipients. */
export const details = {
  identity: Joi.string()
    .max(64)
    .allow(null)
    .description('The id of one of my identities; null: the main one'),
  importance: Joi.valid(...IMPORTANCES).description('RFC 4021 Importance'),
  sensitivity: Joi.valid(...SENSITIVITIES).description('RFC 4021 Sensitivity'),
  deliveryReceipt: Joi.boolean().description('Mail servers are asked to report delivery (RFC 3461)'),
  readReceipt: Joi.boolean().description('The reader is asked to say that it was seen (RFC 8098)'),
  sign: Joi.boolean().description('It is signed with OpenPGP (RFC 3156)'),
  encrypt: Joi.valid(...ENCRYPTS).description(
    'It is encrypted: not, if everyone it goes to has a key, or always, so that it does not leave else',
  ),
  usualWatch: Joi.boolean().description(
    'An answer is waited for as is usual for its readers, where it has no watch',
  ),
  keptIn: Joi.string().max(100).allow(null).description('The folder that keeps the sent copy; null: none'),
  setAside: setAside.description('What its checks found and is meant so'),
  fields: Joi.object()
    .pattern(
      Joi.string().max(200),
      Joi.object().pattern(Joi.string().max(ADDRESS).allow(''), Joi.string().max(4000).allow('')),
    )
    .max(100)
    .description('Values of its own fields: by name, then by the reader’s address; under nothing for all'),
};
