import Joi from 'joi';
import { MAX_SUBJECT } from '#core/limits';
import { all, id, pageFields } from '../fields';
import { addressList } from '../people';
import { choices } from '../plans/choices';
import { plan } from '../plans/plan';
import { body } from './body';
import { details } from './details';

const draftFields = {
  ...details,
  to: addressList,
  cc: addressList,
  bcc: addressList,
  replyTo: addressList,
  subject: Joi.string().max(MAX_SUBJECT).allow(''),
  text: body.allow(''),
  html: body.allow('', null),
  plan: plan.allow(null).description('How it is to leave; null: now. It commits to nothing'),
  choices: all(choices),
};

export const draft = Joi.object({
  ...draftFields,
  answers: Joi.string().description('The id of the message this one answers'),
  forwards: Joi.string().description('The id of a message it passes on, with what is attached to it'),
});

export const draftPatch = Joi.object(draftFields).min(1);

export const draftsQuery = Joi.object({ limit: pageFields.limit });

export const scheduleRequest = Joi.object({
  plan: plan.required(),
  ...choices,
  inSpiteOfQuiet: Joi.string().trim().min(1).max(200).description('Why quiet hours are set aside this once'),
});

export const queuedRequest = Joi.object({
  key: Joi.string()
    .min(8)
    .max(100)
    .required()
    .description('Given by whoever asks: told again under the same key, it is done once'),
  id: id.description('Of a draft that is there already'),
  revision: Joi.number().integer().description('Of that draft, as it was seen'),
  message: draft.required(),
  schedule: scheduleRequest.required(),
});

export const placesRequest = Joi.object({
  ids: Joi.array().items(id).min(1).max(500).required(),
  action: Joi.valid('archive', 'inbox', 'seen', 'new')
    .required()
    .description('archive, seen: their whole threads; inbox, new: exactly these messages'),
  known: Joi.array()
    .items(id)
    .max(2000)
    .description('Messages of the threads that are known: what came after them and nobody has seen stays'),
});

export const mboxQuery = Joi.object({
  ids: Joi.string().max(40_000).description('Comma-separated; without it everything is given out'),
});

export const sourceQuery = Joi.object({
  save: Joi.boolean().default(false).description('true: as a file (message/rfc822)'),
});

export const htmlQuery = Joi.object({
  pictures: Joi.boolean().default(false).description('true: pictures from elsewhere may be fetched'),
});
