import Joi from 'joi';
import { all, instant, listOf, mailbox, orNull, text } from '../fields';
import { holdRule } from './requests';

const trial = all({
  departureId: Joi.string(),
  subject: text,
  to: listOf(mailbox),
  at: instant,
  why: orNull(text).description('Why it fits; null where it does not'),
  earlier: orNull(text).description('An earlier rule that fits first'),
  words: text.description('What would have been done, in words'),
}).description('What a hold rule would have done with one of the messages sent last');

export const answers = { HoldRule: holdRule, Trial: trial, Trials: all({ trials: listOf(trial) }) };
