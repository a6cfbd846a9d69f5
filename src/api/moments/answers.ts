import Joi from 'joi';
import { all, instant, listOf, orNull, text } from '../fields';
import { landing, warning } from '../plans/answers';
import { MARKS } from '#core/plan/plan';
import { plan } from '../plans/plan';

export const stripPart = all({
  from: instant,
  until: instant,
  part: Joi.valid('night', 'waking', 'working', 'weekend', 'holiday', 'leave'),
  words: text.description('The name of the holiday, the note of the leave; else empty'),
});
export const stripParts = listOf(stripPart);

const strip = all({
  zone: Joi.string(),
  place: text,
  names: listOf(text).description('Those who share these days'),
  noHolidaysFor: orNull(Joi.string()).description(
    'The code of their country where no holiday calendar is known for it',
  ),
  parts: stripParts,
}).description('The parts of somebody’s day, one after another');

const hold = all({
  ms: Joi.number().description('0: at once'),
  review: Joi.boolean().description('It waits until I have looked'),
  rule: orNull(all({ name: text, why: text })),
  quiet: orNull(instant).description('Quiet hours hold it until then'),
});

const repeating = all({
  words: text.description('How it repeats'),
  before: orNull(Joi.number()).description('How many there were before; null: more than anybody counts'),
  left: orNull(Joi.number()).description(
    'How many are still to come; null: it never ends, or nobody counts so far',
  ),
  last: orNull(instant).description('The last one; null likewise'),
  days: listOf(
    all({
      date: Joi.string().description('On the clock it goes by'),
      times: Joi.number(),
      off: Joi.boolean().description('A day off for one of the readers'),
    }),
  ).description('The days of the next twelve months on which it happens'),
});

const preview = all({
  hold: orNull(hold).description('How it would be held; null where it does not leave now'),
  repeats: orNull(repeating).description('What all of it comes to; null for what leaves once'),
  departures: listOf(
    all({
      at: instant,
      latest: orNull(instant).description(
        'The last instant at which it may still leave if nothing was running at its moment; null: then it asks',
      ),
      occurrence: orNull(Joi.string()).description(
        'Of what repeats: which occurrence it is, by the time it would have (RECURRENCE-ID, RFC 5545 §3.8.4.4)',
      ),
      marks: listOf(Joi.valid(...MARKS)).description('Of what repeats: what is worth a look about it'),
      recipients: listOf(landing),
      warnings: listOf(warning),
    }),
  ),
  sentence: Joi.string(),
  warnings: listOf(warning),
});

const suggestion = all({
  plan,
  at: instant,
  words: text.description('What speaks for it'),
  preview,
}).description('A moment worth proposing, and what it comes to');

const understood = Joi.object({
  kind: Joi.valid('understood').required(),
  readings: listOf(all({ plan, words: text })).required(),
});
const notUnderstood = Joi.object({
  kind: Joi.valid('not-understood').required(),
  part: text.required(),
  why: text.required(),
});

const cell = all({ hour: Joi.number(), at: orNull(instant), working: Joi.number() });

export const answers = {
  Hold: hold,
  Preview: preview,
  Suggestion: suggestion,
  Suggestions: all({ suggestions: listOf(suggestion) }),
  Phrase: Joi.alternatives(understood, notUnderstood, Joi.object({ kind: Joi.valid('empty').required() })),
  Best: all({
    readers: Joi.number().description('Readers counted: those whose zone is known'),
    days: listOf(all({ date: Joi.string(), cells: listOf(cell) })),
    best: listOf(all({ at: instant, working: Joi.number() })),
  }),
  StripPart: stripPart,
  Strip: strip,
  Strips: all({ strips: listOf(strip) }),
};
