import Joi from 'joi';
import { id, instant } from '../fields';
import { askedReaders } from '../people';
import { choices } from '../plans/choices';
import { zone } from '../plans/clockTime';
import { plan } from '../plans/plan';

export const previewRequest = Joi.object({
  plan: plan.required(),
  recipients: askedReaders,
  senderZone: zone,
  ...choices,
  message: id.description('The message it is about'),
  inSpiteOfQuiet: Joi.boolean().description('Quiet hours are set aside'),
  limit: Joi.number()
    .integer()
    .min(1)
    .max(500)
    .description(
      'How many departures to give at most, of what repeats occurrences; the sentence and the warnings are of all',
    ),
  from: Joi.valid('now', 'start').description('Of what repeats: those from now on, or from its start'),
});

export const recipientsRequest = Joi.object({ recipients: askedReaders });

export const stripsRequest = Joi.object({
  recipients: askedReaders,
  from: instant.required(),
  until: instant.required(),
});

export const phraseRequest = Joi.object({
  text: Joi.string().max(200).allow('').required().example('day after tomorrow morning, theirs'),
  recipients: askedReaders,
});
