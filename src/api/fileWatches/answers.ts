import Joi from 'joi';
import { all, instant, listOf, orNull, text } from '../fields';
import { plan } from '../plans/plan';

const fileWatch = all({
  id: Joi.string(),
  messageId: Joi.string().description('What is sent each time'),
  subject: text,
  plan,
  words: Joi.string(),
  state: Joi.valid('watching', 'paused', 'ended'),
  reason: orNull(Joi.string()).description('Why it was paused; null where I paused it'),
  count: Joi.number().description('Departures made'),
  lastAt: orNull(instant).description('When the last one was'),
  seen: orNull(
    all({
      files: listOf(all({ name: Joi.string(), size: Joi.number(), modifiedAt: instant })),
      trouble: orNull(Joi.string()),
      at: instant,
    }),
  ).description('What was seen last'),
});

export const answers = { FileWatch: fileWatch, FileWatches: all({ fileWatches: listOf(fileWatch) }) };
