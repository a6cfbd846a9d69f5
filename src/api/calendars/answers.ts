import Joi from 'joi';
import { all, countOf, instant, listOf, orNull, text } from '../fields';

const calendar = all({
  id: Joi.string(),
  kind: Joi.valid('file', 'caldav'),
  name: text,
  place: text,
  user: text,
  takesNew: Joi.boolean(),
  events: countOf('Events of it in mine'),
  agreedAt: orNull(instant).description('When something was last taken or put; null: never yet'),
  trouble: orNull(text).description('Why it is not the same by now'),
  createdAt: instant,
});

export const answers = {
  Calendar: calendar,
  Calendars: all({
    calendars: listOf(calendar),
    toTry: orNull(all({ place: text, user: text, password: text })).description(
      'The calendar server that ships with the sandbox; null where there is none',
    ),
  }),
  FoundCalendars: all({ found: listOf(all({ url: text, name: text })) }),
  Synced: all({
    calendar,
    pulled: countOf('Taken from there'),
    pushed: countOf('Put there'),
    dropped: countOf('Taken out on one side'),
  }),
};
