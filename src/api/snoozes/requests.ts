import Joi from 'joi';
import { id, instant } from '../fields';
import { local, zone } from '../plans/clockTime';

const words = Joi.string().max(200).allow('');
const note = Joi.string().max(2000).allow('').description('To myself, for when it is back');

export const snoozeRequest = Joi.object({
  until: Joi.alternatives(
    instant,
    Joi.object({ local: local.required(), zone: zone.required() }),
  ).description('An instant, a wall-clock time in a zone, or a day, which means my start of day then'),
  suggestion: words.description('The words of one of the suggestions'),
  phrase: words.description('“tomorrow 9:10”, on my clock unless it says theirs'),
  note,
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
