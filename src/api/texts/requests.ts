import Joi from 'joi';
import { MAX_SUBJECT } from '#core/limits';
import { file, id, instant, text } from '../fields';
import { body } from '../messages/body';
import { details } from '../messages/details';
import { askedReaders } from '../people';

const name = Joi.string().trim().max(200).description('What it is found by');
const words = {
  subject: Joi.string().max(MAX_SUBJECT).allow(''),
  text: body.allow(''),
  html: body.allow('', null),
};

export const newText = Joi.object({
  name: name.required(),
  ...words,
  from: id.description('The message whose attachments and linked files it takes along'),
});

export const textPatch = Joi.object({
  name,
  ...words,
  sitting: Joi.string()
    .max(64)
    .description('Any word of yours: what is changed under the same one is one version'),
}).min(1);

export const putTextRequest = Joi.object({ text: id.required() });

export const textFile = Joi.object({
  text: file.description('A message, RFC 5322'),
  name: text.max(200).description('What it is to be called; its subject where it is empty'),
});

export const filledRequest = Joi.object({
  subject: Joi.string().allow('').default(''),
  text: body.allow('').default(''),
  html: body.allow('', null).default(null).description('Looked at for links whose address is a field'),
  fields: details.fields.default({}),
  identity: details.identity.default(null),
  recipients: askedReaders,
  together: Joi.boolean().default(false).description('It goes to all of them in one copy'),
  at: instant.description('When it leaves; now where it is not given'),
  message: id.description('The message it is of, for what that belongs to'),
});
