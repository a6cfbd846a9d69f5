import Joi from 'joi';
import { DEPARTURE_STATES, PAUSE_CAUSES } from '#core/departure/states';
import { all, instant, listOf, orNull, text } from '../fields';
import { offset } from './offset';

const around = all({
  messageId: Joi.string(),
  departureId: orNull(Joi.string()).description('null for a draft'),
  subject: text,
  readers: listOf(all({ name: text, address: text })),
  offset,
  words: text.description('Where it belongs, in words that mean it again'),
  at: orNull(instant).description('When it leaves, or would; null where there is no such day'),
  lands: orNull(all({ local: text, place: text })),
  state: orNull(Joi.valid(...DEPARTURE_STATES)),
  pausedFor: orNull(Joi.valid(...PAUSE_CAUSES)),
  leftAt: orNull(instant),
  differs: Joi.boolean().description('It was moved by hand: the occasion does not move it'),
});

const occasion = all({
  id: Joi.string(),
  name: text,
  local: text.description('Where it is'),
  zone: text,
  revision: Joi.number(),
  createdAt: instant,
  at: instant,
  messages: listOf(around),
});

const move = all({
  messageId: Joi.string(),
  departureId: orNull(Joi.string()).description('null for a draft'),
  subject: text,
  readers: listOf(text),
  from: orNull(instant).description('When it leaves now; null for a draft'),
  at: orNull(instant).description('When it would; null where it stays'),
  zone: text,
  stays: orNull(text).description('Why it stays as it is; null where it moves'),
  warnings: listOf(text),
});

const set = all({
  id: Joi.string(),
  name: text,
  createdAt: instant,
  items: listOf(all({ words: text, to: listOf(text) })),
});

export const answers = {
  Occasion: occasion,
  Occasions: all({ occasions: listOf(occasion) }),
  OccasionMoves: all({ moves: listOf(move) }),
  ScheduledAround: all({
    scheduled: listOf(Joi.string()),
    left: listOf(all({ messageId: Joi.string(), subject: text, why: text })),
  }),
  OccasionSet: set,
  OccasionSets: all({ sets: listOf(set) }),
};
