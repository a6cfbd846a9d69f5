/** Whom a request names. */
import Joi from 'joi';
import { MAX_RECIPIENTS } from '#core/limits';
import { ADDRESS } from './fields';
import { zone } from './plans/clockTime';

export const addressInput = Joi.alternatives(
  Joi.string().max(ADDRESS).example('Prakriti Thapa <prakriti@lamp-courier.example>'),
  Joi.object({ address: Joi.string().max(ADDRESS).required(), name: Joi.string().max(ADDRESS).allow('') }),
  Joi.object({ group: Joi.string().max(64).required().description('The id of a group') }),
).description('An address, as text or in parts, or a group: by id, or as text by its name, `Lenders:;`');

export const addressList = Joi.array().items(addressInput).max(MAX_RECIPIENTS);

export const readers = Joi.array()
  .items(Joi.object({ address: addressInput.required(), zone }))
  .max(MAX_RECIPIENTS);

/** Readers of whom something is asked. */
export const askedReaders = readers.default([]);
