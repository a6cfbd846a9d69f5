import Joi from 'joi';
import { AGREEMENTS } from '#core/offer/offer';
import { ANSWER_STATUSES, ANSWERED_HOW, DECIDED_WHEN } from '#core/question/question';
import { all, instant, listOf, mailbox, orNull, text } from '../fields';

const answer = all({
  id: Joi.number(),
  from: mailbox,
  reader: orNull(text).description(
    'The address of the one it was asked of; null where it is by somebody else',
  ),
  answer: orNull(Joi.number()).description('Counted from 0; null where it is not known'),
  proposed: orNull(Joi.number()).description('Of what is not clear the one it names'),
  status: Joi.valid(...ANSWER_STATUSES),
  why: text.description('A whole sentence; empty where there is nothing to explain'),
  comment: text,
  how: Joi.valid(...ANSWERED_HOW).description(
    'By the prepared reply, on the page, in words, or as I have said',
  ),
  message: orNull(Joi.string()).description('The message it came in'),
  at: instant,
  stands: Joi.boolean().description('It is what its reader says now'),
});

const offer = all({
  summary: text,
  place: text,
  minutes: Joi.number(),
  agreement: Joi.valid(...AGREEMENTS),
  slots: listOf(
    all({
      at: instant,
      until: instant,
      state: Joi.valid('open', 'taken', 'past', 'filled').description(
        'filled: something else is in my calendar by now',
      ),
      reader: orNull(text).description('Who has taken it; null where nobody has, or all meet in it'),
      event: orNull(Joi.string()).description('What stands for it in the calendar'),
      filledBy: orNull(text),
    }),
  ).description('In the order of the answers, the last of which is that none suits'),
});

export const question = all({
  id: Joi.string(),
  message: Joi.string(),
  subject: text,
  words: text,
  answers: listOf(text),
  decidedWhen: Joi.valid(...DECIDED_WHEN),
  mayComment: Joi.boolean(),
  state: Joi.valid('not-left', 'open', 'closed'),
  decided: Joi.boolean(),
  tally: text.description('How the answers stand, in words'),
  ahead: text.description('What most have said; empty where nobody has answered'),
  readers: listOf(
    all({
      name: text,
      address: text,
      reached: Joi.boolean(),
      answer: orNull(Joi.number()),
      chosen: listOf(Joi.number()).description('All that they have chosen: of times several may suit'),
    }),
  ).description('Whom it is asked of, and what they say now'),
  given: listOf(answer).description('Everything that was answered, in the order it came'),
  unclear: Joi.number().description('How many wait for my say'),
  offer: orNull(offer).description('Where its answers are times'),
  closesAt: orNull(instant).description('When answers are taken no longer; null until that is known'),
  closedAt: orNull(instant).description('When I have closed it'),
  watch: orNull(Joi.string()).description('The wait for it to be decided'),
  revision: Joi.number(),
  createdAt: instant,
});

export const answered = all({
  question: Joi.string(),
  message: Joi.string(),
  words: text,
  answer: text,
  at: instant,
});

export const answers = {
  Answer: answer,
  Question: question,
  Questions: all({ questions: listOf(question) }),
  Answered: answered,
};
