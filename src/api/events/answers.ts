import Joi from 'joi';
import { ATTENDANCE, EVENT_STATUSES, ROLES } from '#core/calendar/event';
import { ANSWERS, METHODS, TOLD } from '#core/calendar/invitation';
import { DEPARTURE_STATES, PAUSE_CAUSES } from '#core/departure/states';
import { stripPart } from '../moments/answers';
import { all, countOf, extended, instant, listOf, orNull, text } from '../fields';

const attendee = all({
  address: text,
  name: text,
  attendance: Joi.valid(...ATTENDANCE).description('PARTSTAT, RFC 5545 §3.2.12'),
  role: Joi.valid(...ROLES),
});

const event = all({
  id: Joi.string().description('Of the event, whichever of its times this is'),
  uid: text,
  occurrence: orNull(text).description('Which time of one that recurs; null of one that is once'),
  differs: Joi.boolean().description('It says something else than the others, or is at another time'),
  summary: text,
  description: text,
  location: text,
  at: instant,
  until: instant,
  start: text.description('On the clock of the event; the day alone for whole days'),
  end: text,
  zone: orNull(text).description('null: on my clock'),
  wholeDays: Joi.boolean(),
  rrule: orNull(text),
  repeats: orNull(text).description('In words'),
  transparent: Joi.boolean(),
  status: Joi.valid(...EVENT_STATUSES),
  organizer: orNull(all({ name: text, address: text })),
  mine: Joi.boolean().description('I am who asks, or nobody is'),
  attendees: listOf(attendee),
  revision: Joi.number(),
});

const bound = all({
  id: Joi.string(),
  messageId: Joi.string(),
  subject: text,
  readers: listOf(text),
  words: text.description('“40 minutes before “Broker call””'),
  at: instant,
  state: Joi.valid(...DEPARTURE_STATES),
  pausedFor: orNull(Joi.valid(...PAUSE_CAUSES)),
  reason: orNull(text),
});

const reading = all({
  summary: text,
  start: text,
  end: text,
  zone: orNull(text),
  saysEnd: Joi.boolean().description('How long it is was said, and not only when it begins'),
  words: text.description('When that is, on both clocks'),
  meets: listOf(text).description('What is in the calendar then'),
});

const placed = {
  at: instant,
  until: instant,
  wholeDay: Joi.boolean(),
  here: text.description('On my clock'),
  there: text.description('On theirs'),
  verdict: text.description('“free”, “during “Loans committee””'),
  good: Joi.boolean().description('Nothing speaks against it'),
  event: orNull(all({ id: text, occurrence: orNull(text), summary: text })).description(
    'Already in the calendar, at exactly this time',
  ),
  meets: listOf(all({ id: text, occurrence: orNull(text), summary: text, at: instant, until: instant })),
  from: instant.description('What the parts of both days cover'),
  to: instant,
  mine: listOf(stripPart),
  theirs: listOf(stripPart),
};

const foundTime = all({
  ...placed,
  words: text.description('As they stand in the message'),
  start: text.description('In the form of an event, on the clock of `zone`'),
  end: text.description('An hour later where nothing is said of it'),
  zone: text,
  saysEnd: Joi.boolean(),
  unclear: listOf(text).description('What is not clear, a sentence each'),
  yes: text.description('What an answer says that takes it up, in the language of the message'),
});

const invitation = all({
  method: Joi.valid(...METHODS).description('What it does (RFC 5546 §1.4)'),
  summary: text,
  location: text,
  description: text,
  organizer: orNull(all({ name: text, address: text })),
  attendees: listOf(all({ address: text, name: text, attendance: Joi.valid(...ATTENDANCE) })),
  name: text.description('Whose clock it is told on beside mine'),
  zone: text,
  repeats: orNull(text).description('In words'),
  when: orNull(all(placed)).description('Its next time; null where it never is'),
  says: text.description('What it says, in a sentence'),
  did: orNull(text).description('What it changed in my calendar when it came'),
  over: orNull(text).description('Why nothing may be answered to one that asks; null where something may'),
  answer: orNull(
    all({
      attendance: Joi.valid(...ANSWERS),
      messageId: Joi.string(),
      state: orNull(Joi.valid(...DEPARTURE_STATES)).description(
        'Of the message that carries it; null where it is deleted',
      ),
    }),
  ),
  event: orNull(all({ id: text, occurrence: orNull(text) })).description('In my calendar'),
});

export const answers = {
  FoundTimes: all({
    name: text.description('Whose clock it is read on'),
    place: text,
    zone: text,
    assumed: orNull(text).description('How that clock is known, where their place is not'),
    summary: text.description('What an event of it is called'),
    times: listOf(foundTime),
  }),
  MessageCalendar: all({
    invitation: orNull(invitation).description('What a message that came in asks or says of an event'),
    carries: orNull(all({ method: Joi.valid(...METHODS), summary: text })).description(
      'What a message of mine says to calendar programs',
    ),
  }),
  Event: event,
  EventDetail: extended(event, {
    departures: listOf(bound).description('What leaves before, at or after it'),
    told: orNull(Joi.valid(...TOLD)).description(
      'What those who are at it know of it: nothing, it is on its way, all, or not of what has changed since; null where it is not mine, or nobody is',
    ),
  }),
  Events: all({ events: listOf(event) }),
  EventReading: Joi.alternatives(
    all({ kind: Joi.valid('understood'), readings: listOf(reading) }),
    all({ kind: Joi.valid('not-understood'), why: text }),
    all({ kind: Joi.valid('empty') }),
  ),
  EventImport: all({
    added: countOf('Events'),
    changed: countOf('Events'),
    kept: countOf('Said here later, or already like this'),
    lost: listOf(all({ summary: text, what: text })).description('What of an event is not kept'),
    unread: listOf(text).description('What could not be taken in, in words'),
  }),
};
