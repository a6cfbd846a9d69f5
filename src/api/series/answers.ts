import Joi from 'joi';
import { DEPARTURE_STATES, PAUSE_CAUSES } from '#core/departure/states';
import { SERIES_STATES } from '#core/series/series';
import { all, instant, listOf, orNull, text } from '../fields';
import { choices } from '../plans/choices';
import { seriesPlan } from '../plans/plan';
import { fields, review } from './requests';

const occurrence = Joi.string().description('The time it would have (RECURRENCE-ID, RFC 5545 §3.8.4.4)');

const series = all({
  id: Joi.string(),
  revision: Joi.number(),
  messageId: Joi.string().description('The message its occurrences are made from'),
  name: text,
  subject: text,
  readers: listOf(all({ name: text, address: text })),
  plan: seriesPlan,
  choices: all(choices),
  words: text.description('How it repeats'),
  state: Joi.valid(...SERIES_STATES),
  review: review.description('Each waits for a look first'),
  fields,
  fieldNames: listOf(Joi.string()).description('Own fields that its text has'),
  next: orNull(instant).description('When the next one leaves'),
  last: orNull(instant).description('When the last one left'),
  left: Joi.number().description('How many have left'),
  toCome: orNull(Joi.number()).description(
    'How many are still to come; null: it never ends, or there are more than are counted',
  ),
  waiting: Joi.number().description('How many wait for a look'),
  missed: listOf(
    all({
      occurrence,
      at: instant,
      why: Joi.string().optional().description('In words; without it nothing was running'),
    }),
  ).description('Those that did not leave at their moment'),
  occurrences: listOf(
    all({
      occurrence,
      at: instant,
      differs: Joi.boolean().description('It was given something of its own'),
      departures: listOf(
        all({
          id: Joi.string(),
          messageId: Joi.string(),
          state: Joi.valid(...DEPARTURE_STATES),
          pausedFor: orNull(Joi.valid(...PAUSE_CAUSES)),
        }),
      ),
    }),
  ).description('Those that left last, and those of the next weeks, soonest first'),
});

export const answers = {
  Series: series,
  SeriesList: all({ series: listOf(series) }),
  SeriesImport: all({
    drafts: listOf(all({ id: Joi.string(), name: text })),
    said: listOf(Joi.string()).description('What of the file is not kept'),
  }),
  Feed: all({ path: orNull(Joi.string()).description('Below the origin; null where there is none') }),
};
