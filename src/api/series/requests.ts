import Joi from 'joi';
import { UNAPPROVED } from '#core/series/series';
import { date, file, id, text } from '../fields';
import { choices } from '../plans/choices';
import { local } from '../plans/clockTime';
import { plan, seriesPlan } from '../plans/plan';

export const review = Joi.object({
  minutes: Joi.number()
    .integer()
    .min(0)
    .max(43_200)
    .required()
    .description('So long before it is due it waits for a look'),
  otherwise: Joi.valid(...UNAPPROVED)
    .required()
    .description('What becomes of one that nobody has approved by then'),
}).allow(null);

export const fields = Joi.object()
  .pattern(
    Joi.string().max(80),
    Joi.object().pattern(Joi.string().max(19).allow(''), Joi.string().max(2000).allow('')),
  )
  .max(50)
  .description(
    'Own fields, lower case, each with a value per occurrence (`2026-12-03T09:10:00`); under an empty one what is usual',
  );

export const seriesPatch = Joi.object({
  name: text.max(200),
  plan: seriesPlan,
  choices: Joi.object(choices).min(1),
  review,
  fields,
  from: local.description(
    'This occurrence and all that follow, which become a series of their own; without it all',
  ),
}).min(1);

export const exportQuery = Joi.object({
  id: id.description('One series; without it all that have not ended'),
});
export const seriesFile = Joi.object({ text: file });
export const departuresQuery = Joi.object({ days: Joi.number().integer().min(1).max(366).default(30) });

export const skipRequest = Joi.object({
  from: date,
  until: date,
})
  .and('from', 'until')
  .description('The days on which none leaves, both among them; without them the next one is left out');

export const occurrencePatch = Joi.object({
  skip: Joi.boolean().description('true: it is left out; false: it is taken in again'),
  plan: plan.description('Another moment for this one alone'),
  subject: Joi.string().max(998).allow(''),
  text: Joi.string().max(5_000_000).allow(''),
  html: Joi.string().max(10_000_000).allow(null),
  approved: Joi.valid(true).description('It has been looked at'),
}).min(1);
