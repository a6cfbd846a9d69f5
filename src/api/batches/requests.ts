import Joi from 'joi';
import { COLUMN_ROLES } from '#core/batch/columns';
import { MOST_COLUMNS, MOST_ROWS } from '#core/batch/table';
import { MAX_SUBJECT } from '#core/limits';
import { id, text } from '../fields';
import { body } from '../messages/body';

const name = Joi.string().trim().max(200).allow('');

export const newBatch = Joi.object({
  name,
  text: id.description('The kept text it begins with; without one it begins empty'),
  table: Joi.string()
    .max(5_000_000)
    .description(
      'Cells with tabs between them, or comma-separated values (RFC 4180); the first line says what they are',
    ),
  group: id.description('A row for each of its members, in place of a table'),
}).xor('table', 'group');

export const column = Joi.object({
  role: Joi.valid(...COLUMN_ROLES).required(),
  field: text.max(200).default('').description('The field it fills; empty for any other'),
});

export const batchPatch = Joi.object({
  name,
  subject: Joi.string().max(MAX_SUBJECT).allow(''),
  text: body.allow(''),
  html: body.allow('', null),
  columns: Joi.array().items(column).max(MOST_COLUMNS).description('What each column is, in order'),
  when: Joi.string()
    .max(200)
    .allow('')
    .description(
      'When those leave that say nothing of their own, in words: “wed 9:10, theirs”; empty: at once',
    ),
  perMinute: Joi.number()
    .integer()
    .min(1)
    .max(600)
    .allow(null)
    .description('At most so many in a minute; null: however many'),
  spread: Joi.boolean().description('Those that say nothing of their own leave over the readers’ mornings'),
}).min(1);

const cells = Joi.array().items(Joi.string().max(20_000).allow('')).max(MOST_COLUMNS).required();
export const rowPatch = Joi.object({ cells });
export const newRow = Joi.object({
  cells,
  position: Joi.number()
    .integer()
    .min(1)
    .max(1_000_000)
    .description('Where one was taken out; without it, it comes last'),
});

export const checkRequest = Joi.object({
  from: Joi.number().integer().min(1).default(1).description('The first position'),
  limit: Joi.number().integer().min(1).max(MOST_ROWS).default(50),
});

const positions = Joi.array().items(Joi.number().integer().min(1)).max(MOST_ROWS);

export const scheduleBatchRequest = Joi.object({
  positions: positions.description('These rows; all that are not scheduled where none are said'),
  allOrNone: Joi.boolean()
    .default(false)
    .description('Nothing is scheduled where anything is wrong with any row; else the others are'),
});

export const takeBackRequest = Joi.object({
  positions: positions.description('These rows; all where none are said'),
});

export const testRequest = Joi.object({
  which: Joi.valid('first', 'three')
    .default('first')
    .description('The first that can be sent, or three at random'),
});
