import Joi from 'joi';
import { MAX_RECIPIENTS } from '#core/limits';
import { IMPORTANCES } from '#core/message/details';
import { byKind } from '../byKind';
import { ADDRESS, id } from '../fields';

const dayPair = Joi.object({
  from: Joi.number().integer().min(0).max(1439).required(),
  to: Joi.number()
    .integer()
    .min(0)
    .max(1440)
    .invalid(Joi.ref('from'))
    .required()
    .description('Not after `from`: on the next day'),
}).allow(null);

/** Of each day of the week, from when until when. */
export const dayPairs = Joi.array().items(dayPair).length(7).required().description('Monday first');

const some = (item: Joi.Schema) => Joi.array().items(item).min(1).max(200).required();

const condition = byKind({
  recipient: { addresses: some(Joi.string().max(ADDRESS)) },
  group: { groups: some(id) },
  domain: { domains: some(Joi.string().max(255)) },
  outside: {},
  words: {
    where: Joi.valid('subject', 'text', 'either').required(),
    words: some(Joi.string().trim().min(1).max(100)),
  },
  'more-than': { recipients: Joi.number().integer().min(1).max(MAX_RECIPIENTS).required() },
  hours: { days: dayPairs },
  'first-message': {},
  importance: {
    is: Joi.array()
      .items(Joi.valid(...IMPORTANCES))
      .min(1)
      .required(),
  },
  attachment: {},
});
const conditions = Joi.array().items(condition).max(20).required();

export const holdRule = Joi.object({
  id: id.required(),
  name: Joi.string().trim().min(1).max(100).required(),
  on: Joi.boolean().required(),
  when: conditions.description('All have to be met'),
  except: conditions.description('One that is met is enough'),
  action: byKind({
    hold: { minutes: Joi.number().min(0.1).max(10_080).required() },
    'quiet-end': {},
    review: {},
    release: {},
  }).required(),
});
