import Joi from 'joi';
import { EVENT_REACH, EVENT_STATUSES, LONGEST, MOST_ATTENDEES } from '#core/calendar/event';
import { ANSWERS } from '#core/calendar/invitation';
import { ADDRESS, instant } from '../fields';
import { occurrenceId, zone } from '../plans/clockTime';
import { rrule } from '../plans/plan';

const time = Joi.string()
  .max(19)
  .description('On the clock of its zone; the day alone for whole days')
  .example('2026-12-01T09:00');

const fields = {
  summary: Joi.string().max(LONGEST.summary).example('Broker call'),
  description: Joi.string().max(LONGEST.description).allow(''),
  location: Joi.string().max(LONGEST.location).allow(''),
  start: time,
  end: time.description('No longer part of it; an hour later, or the end of the day, where it is not said'),
  zone: zone.allow(null).description('IANA time zone; null: on my clock, wherever I am'),
  rrule: rrule.allow(null),
  transparent: Joi.boolean().description('It takes up no time (TRANSP, RFC 5545 §3.8.2.7)'),
  status: Joi.valid(...EVENT_STATUSES),
  attendees: Joi.array().items(Joi.string().max(ADDRESS)).max(MOST_ATTENDEES).description('Without me'),
};

export const newEvent = Joi.object({
  ...fields,
  summary: fields.summary.required(),
  start: fields.start.required(),
});

export const eventPatch = Joi.object(fields).min(1);

export const eventsQuery = Joi.object({ from: instant.required(), until: instant.required() });

export const whichQuery = Joi.object({
  occurrence: occurrenceId.optional(),
  reach: Joi.valid(...EVENT_REACH)
    .optional()
    .description(
      'Of one that recurs: this time of it, all from it on, or the whole; this where a time is named',
    ),
});

export const oneQuery = Joi.object({ occurrence: occurrenceId.optional() });

export const eventPhrase = Joi.object({
  phrase: Joi.string().max(300).allow('').required().example('thu 14-15, call with Osaka, their time'),
});

/** Bytes of a calendar at most. */
export const eventFile = Joi.object({ text: Joi.string().max(30_000_000).required() });

export const invitationAnswer = Joi.object({
  answer: Joi.valid(...ANSWERS)
    .required()
    .description('I come, perhaps, or do not'),
  comment: Joi.string().max(10_000).allow('').description('Words of mine that go along'),
  start: time.description('Another time I propose (COUNTER); only with `tentative`'),
  end: time.description('As long as before where it is not said'),
  zone: zone.description('IANA time zone it is on; that of the event where it is not said'),
});
