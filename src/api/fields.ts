/** What many requests and answers are made of. */
import Joi, { type ObjectSchema, type Schema } from 'joi';
import { isLocal } from '#core/time/wallClock';
import { looked } from './looked';

/** Characters of an address with its name: a whole header line, RFC 5322 §2.1.1. */
export const ADDRESS = 998;

export const id = Joi.string().max(64);
/** A day in the calendar, of what is written as one. */
const whyNoDay = (value: string): string | undefined => {
  const day = /^\d{4}-\d{2}-\d{2}/.exec(value)?.[0];
  // Further years there are none to reckon with.
  if (day === undefined) return `“${value}” is not a date of a year of four digits`;
  return isLocal(`${day}T00:00`) ? undefined : `“${day}” is no day that exists`;
};

export const instant = looked(Joi.string().isoDate(), whyNoDay).example('2026-12-01T09:00:00Z');
export const text = Joi.string().allow('');

const isSaid = (schema: Schema) => schema.$_getFlag('presence') !== undefined;
const required = (keys: Record<string, Joi.AnySchema>) =>
  Object.fromEntries(
    Object.entries(keys).map(([key, schema]) => [key, isSaid(schema) ? schema : schema.required()]),
  );

/** An object whose keys are all there, but for those said to be optional. */
export const all = (keys: Record<string, Joi.AnySchema>): ObjectSchema => Joi.object(required(keys));
/** One with more keys that are all there. */
export const extended = (object: ObjectSchema, keys: Record<string, Joi.AnySchema>): ObjectSchema =>
  object.keys(required(keys));
export const orNull = (schema: Joi.AnySchema) => schema.allow(null);
export const listOf = (schema: Schema) => Joi.array().items(schema);

/** Whom mail goes to or comes from, as answers say it. */
export const mailbox = all({ name: text, address: text, group: Joi.string().optional() });

export const date = looked(
  Joi.string()
    .pattern(/^\d{4}-\d{2}-\d{2}$/)
    .message('{{#label}} is not a date. Write it as 2026-12-01'),
  whyNoDay,
).example('2026-12-01');

export const country = Joi.string()
  .pattern(/^[A-Z]{2}$/)
  .message('{{#label}} is not a country code such as PT')
  .allow(null)
  .description('ISO 3166-1 alpha-2');
export const region = Joi.string().max(10).allow(null).description('Its own code within the country');

/** Text of a file, 10 MB at most. */
export const file = Joi.string().max(10_000_000).required();

/** Of a list that is given a page at a time. */
export const pageFields = {
  cursor: Joi.string().max(200),
  limit: Joi.number().integer().min(1).max(500).default(100),
};

/** What of a question was not understood. */
export const problems = listOf(all({ part: text, why: text }));

export const countOf = (what: string) => Joi.number().integer().description(what);
