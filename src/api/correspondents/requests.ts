import Joi from 'joi';
import { MAX_RECIPIENTS } from '#core/limits';
import { ADDRESS, country, date, file, id, instant, region } from '../fields';
import { zone } from '../plans/clockTime';

const span = Joi.object({
  from: Joi.number().integer().min(0).max(1439).required(),
  to: Joi.number().integer().min(1).max(1440).required(),
}).description('Minutes after midnight');

const workSpan = span
  .keys({ to: Joi.number().integer().min(1).max(2879).required() })
  .description('Minutes after midnight; more than 1440 where it goes on into the next day');

export const workingWeek = Joi.object({
  work: Joi.array()
    .items(Joi.array().items(workSpan).max(6))
    .length(7)
    .required()
    .description('Monday first'),
  waking: span.required(),
});

export const oneLeave = Joi.object({
  from: date.required(),
  to: date.required(),
  note: Joi.string().max(200).allow('').default(''),
});

export const leave = Joi.array().items(oneLeave).max(100);

export const personalDates = Joi.array()
  .items(
    Joi.object({
      what: Joi.string().max(100).required(),
      month: Joi.number().integer().min(1).max(12).required(),
      day: Joi.number().integer().min(1).max(31).required(),
    }),
  )
  .max(50);

export const columns = Joi.object().pattern(Joi.string().max(100), Joi.string().max(2000).allow('')).max(60);

export const correspondentInput = Joi.object({
  name: Joi.string().max(200).allow(''),
  addresses: Joi.array().items(Joi.string().max(ADDRESS)).max(20),
  zone: zone.allow(null),
  place: Joi.string().max(200).allow('', null),
  country,
  region,
  week: workingWeek.allow(null),
  leave,
  dates: personalDates,
  organisation: Joi.string().max(200).allow('', null).description('Whom they work for (RFC 6350 ORG)'),
  language: Joi.string()
    .max(35)
    .allow('', null)
    .description('BCP 47: in which language dates and numbers are written to them; null: as the text is'),
  columns: columns.description('What else is known of them, by names of your own: fields of texts'),
}).min(1);

export const zonesRequest = Joi.object({
  readers: Joi.array()
    .items(
      Joi.object({
        address: Joi.string().max(ADDRESS).required(),
        name: Joi.string().max(200).allow('').default(''),
        zone: zone.required(),
      }),
    )
    .min(1)
    .max(3 * MAX_RECIPIENTS)
    .required(),
});

export const boardRequest = Joi.object({
  ids: Joi.array().items(id).max(200).required(),
  from: instant.required(),
  until: instant.required(),
});

const format = Joi.valid('vcard', 'csv');

export const importRequest = Joi.object({
  format: format.required(),
  text: file,
  commit: Joi.boolean().default(false).description('false: say what would change'),
});

export const exportQuery = Joi.object({ format: format.default('vcard') });

export const addressQuery = Joi.object({
  q: Joi.string().max(200).allow('').default(''),
  limit: Joi.number().integer().min(1).max(50).default(10),
});
