import Joi from 'joi';
import { all, countOf, instant, listOf, orNull, text } from '../fields';
import { holidaysKnown } from '../holidays/answers';
import { stripParts } from '../moments/answers';
import { columns, leave, workingWeek } from './requests';
import { answered } from '../questions/answers';

const correspondent = all({
  id: Joi.string(),
  name: text,
  addresses: listOf(Joi.string()),
  zone: orNull(Joi.string()).description('null where it is not known, or not confirmed'),
  zoneGuess: orNull(all({ zone: orNull(Joi.string()), others: listOf(Joi.string()), why: text })).description(
    'What their mail says about it, while it is not confirmed',
  ),
  place: orNull(text),
  country: orNull(Joi.string()),
  region: orNull(Joi.string()),
  week: orNull(workingWeek).description('null: office hours'),
  leave,
  dates: listOf(all({ what: text, month: Joi.number(), day: Joi.number() })),
  organisation: orNull(text),
  language: orNull(Joi.string()).description('BCP 47; null: as the text is'),
  columns,
  holidays: holidaysKnown,
  answers: orNull(
    all({ count: Joi.number(), median: Joi.number(), from: Joi.number(), until: Joi.number() }),
  ).description('How long they take to answer, ms'),
});

const answerHabit = all({
  zone: Joi.string(),
  theirs: Joi.boolean().description('It is on their clock; else on mine, since theirs is not known'),
  count: Joi.number().description('Answers counted'),
  median: Joi.number().description('Ms; half of them came sooner'),
  nineInTen: Joi.number().description('Ms; nine in ten of them came sooner'),
  hours: listOf(
    all({ weekday: Joi.number().description('0 is Monday'), hour: Joi.number(), count: Joi.number() }),
  ).description('The hours of the week in which any came, most first'),
  speed: listOf(
    all({
      within: orNull(Joi.number()).description('Ms; null: later than all of them'),
      count: Joi.number(),
    }),
  ).description('How many came within so long, and not within the one before'),
});

const importedRow = all({
  row: Joi.number(),
  name: text,
  what: Joi.valid('add', 'change', 'same', 'group', 'error'),
  detail: text,
});

const metAddress = all({
  name: text,
  address: Joi.string(),
  times: Joi.number(),
  lastAt: instant,
}).description('Somebody past mail went to or came from');

export const answers = {
  WorkingWeek: workingWeek,
  Correspondent: correspondent,
  Correspondents: all({ correspondents: listOf(correspondent) }),
  PeopleImport: all({
    added: Joi.number(),
    changed: Joi.number(),
    same: Joi.number(),
    groups: Joi.number(),
    rows: listOf(importedRow),
  }).description('What an import does, or would do'),
  AnswerHabit: answerHabit,
  ReadHabit: all({
    habit: orNull(answerHabit),
    questions: listOf(answered).description('What they have answered to questions, the newest first'),
  }),
  Board: all({ rows: listOf(all({ id: Joi.string(), parts: stripParts })) }),
  Placed: all({ placed: countOf('Readers who are on a clock now') }),
  MetAddress: metAddress,
  Addresses: all({ addresses: listOf(metAddress) }),
};
