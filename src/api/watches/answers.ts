import Joi from 'joi';
import { CHASER_ENDS, CHASER_STATES } from '#core/watch/chasers';
import { SETTLED_BY, SETTLED_HOW, WATCH_STATES } from '#core/watch/watch';
import { all, date, instant, listOf, mailbox, orNull, text } from '../fields';
import { deadline, usualDeadline, usualFor } from './requests';

const considered = all({
  message: Joi.string(),
  from: mailbox,
  subject: text,
  at: instant,
  counts: Joi.boolean(),
  why: text.description('A whole sentence'),
  overruled: Joi.boolean().description('I have said so'),
});

const madeChaser = all({
  message: Joi.string(),
  state: Joi.valid(...CHASER_STATES),
  at: orNull(instant).description('When it left, or leaves'),
});

const wanted = {
  text: text.description('Empty: the usual words'),
  then: Joi.valid(...CHASER_ENDS),
  times: Joi.number().description('How many at most'),
};

const chasers = all({
  ...wanted,
  made: listOf(madeChaser).description('Those there have been, in order'),
});

const awayFor = all({ correspondent: Joi.string(), from: date, to: date, words: text }).description(
  'Their leave as it tells it, where it is not known yet',
);

const watch = all({
  id: Joi.string(),
  message: Joi.string(),
  subject: text,
  copy: orNull(Joi.string()).description('The reader whose copy alone it is about'),
  readers: listOf(all({ name: text, address: text, answered: Joi.boolean() })),
  state: Joi.valid(...WATCH_STATES),
  deadline,
  words: text.description('What was asked for, to follow “for”; empty where it is a date'),
  settledBy: Joi.valid(...SETTLED_BY),
  note: text,
  chasers: orNull(chasers),
  by: orNull(Joi.valid(...SETTLED_HOW)).description('What ended it'),
  next: text.description('What happens next if nobody answers, to follow “then”; empty where it is over'),
  since: orNull(instant).description('When its message was released; null until then'),
  at: orNull(instant).description('When it runs out'),
  local: orNull(Joi.string()).description('That on my clock'),
  theirs: orNull(all({ local: Joi.string(), zone: Joi.string(), place: text })).description(
    'That on the clock of who is to answer',
  ),
  habit: orNull(text).description('How long they usually take'),
  considered: listOf(considered).description('What came in meanwhile, and whether it counts'),
  tally: text.description('How the answers to its question stand; empty where it waits for no decision'),
  back: orNull(
    all({ at: instant, local: Joi.string(), zone: Joi.string(), words: text, leave: orNull(awayFor) }),
  ).description('When an away-message says to expect them back'),
  endedBy: orNull(Joi.string()).description('The message that settled it, or said that it was not delivered'),
  endedAt: orNull(instant),
  revision: Joi.number(),
  createdAt: instant,
});

const suggestion = all({ deadline, at: instant, words: text, why: text });

const usual = {
  deadline: usualDeadline,
  settledBy: Joi.valid(...SETTLED_BY),
  chasers: orNull(all(wanted)),
};

const usualOfSomebody = all({
  whom: usualFor,
  name: text.description('Empty: everyone'),
  words: text.description('What is waited, to follow “for”'),
  watch: all(usual),
});

export const answers = {
  Deadline: deadline,
  Considered: considered,
  Watch: watch,
  Watches: all({ watches: listOf(watch), waiting: Joi.number().description('How many wait, in all') }),
  DeadlineSuggestion: suggestion,
  DeadlineSuggestions: all({
    suggestions: listOf(suggestion),
    visits: orNull(text).description('Where links lead through, where it can be seen that one is opened'),
    usual: orNull(
      all({ ...usual, words: text, because: text.description('“as usual for couriers”') }),
    ).description('What is waited for where nothing else is said'),
  }),
  UsualWatch: usualOfSomebody,
  UsualWatches: all({ usual: listOf(usualOfSomebody) }),
};
