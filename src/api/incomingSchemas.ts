/** What requests about incoming mail, returns and to-dos may contain. */
import Joi from 'joi';
import { local, zone } from './plans/clockTime';
import { date, pageFields } from './schemas';

const id = Joi.string().max(64);
const words = Joi.string().max(200).allow('');
const note = Joi.string().max(2000).allow('');
const instant = Joi.string().isoDate().example('2026-12-01T09:00:00Z');

export const inboxQuery = Joi.object({
  order: Joi.valid('answer', 'time')
    .default('answer')
    .description('By what an answer would do now, or the newest first'),
  ...pageFields,
});

export const threadQuery = Joi.object(pageFields);

export const searchQuery = Joi.object({
  q: Joi.string()
    .max(500)
    .allow('')
    .required()
    .description('Words, and keys such as from: and state:snoozed'),
  ...pageFields,
});

export const suggestQuery = Joi.object({ q: Joi.string().max(500).allow('').required() });

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

export const snoozeRequest = Joi.object({
  until: Joi.alternatives(
    instant,
    Joi.object({ local: local.required(), zone: zone.required() }),
  ).description('An instant, a wall-clock time in a zone, or a day, which means my start of day then'),
  suggestion: words.description('The words of one of the suggestions'),
  phrase: words.description('“tomorrow 9:10”, on my clock unless it says theirs'),
  note: note.description('To myself, for when it is back'),
  wholeThread: Joi.boolean().default(true).description('false: this message alone'),
  early: Joi.boolean().default(true).description('A new answer brings it back before'),
  known: Joi.array()
    .items(id)
    .max(500)
    .description('Messages of its thread that are known: what came after them and nobody has seen stays'),
  repeat: Joi.string()
    .max(500)
    .allow(null)
    .description('A recurrence rule (RFC 5545): it comes again and again until that is ended')
    .example('FREQ=WEEKLY;INTERVAL=2;BYDAY=MO'),
}).xor('until', 'suggestion', 'phrase');

export const snoozePatch = Joi.object({ note, early: Joi.boolean() }).min(1);

export const unsnoozeQuery = Joi.object({
  undo: Joi.boolean().default(false).description('true: where it was before, not into the inbox'),
});

export const snoozePhraseRequest = Joi.object({ text: words.required() });

const todoMoment = Joi.object({
  date: date.required(),
  time: Joi.string()
    .pattern(/^\d{2}:\d{2}$/)
    .message('{{#label}} is not a time. Write it as 17:00')
    .allow(null)
    .required(),
  zone: zone.required(),
})
  .allow(null)
  .description('A day, or a time on it');

const todoFields = {
  what: Joi.string().max(200).description('answer, decide, check, pass on, call, or own words'),
  note,
  start: todoMoment,
  due: todoMoment.description('Follows where `start` is moved'),
  remindAt: instant.allow(null).description('Follows where `due` is moved'),
  sound: Joi.boolean(),
};

export const todoInput = Joi.object(todoFields);
export const newTodo = Joi.object({ ...todoFields, message: id.allow(null) });
export const todoPatch = Joi.object(todoFields).min(1);
export const todoState = Joi.object({ state: Joi.valid('open', 'done', 'dropped').required() });
export const todoQuery = Joi.object({
  state: Joi.valid('open', 'closed', 'all').default('open'),
  limit: Joi.number().integer().min(1).max(2000).default(500),
});

/** Text of a file, 10 MB at most. */
export const todoFile = Joi.object({ text: Joi.string().max(10_000_000).required() });

export const toldRequest = Joi.object({ upTo: Joi.number().integer().min(0).required() });

export const importRequest = Joi.object({
  name: Joi.string().max(500).required(),
  size: Joi.number().integer().min(1).required().description('Bytes'),
  format: Joi.valid('mbox', 'eml').required(),
});

export const pieceQuery = Joi.object({
  place: Joi.valid('archive', 'inbox').default('archive').description('Where its messages are put'),
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
