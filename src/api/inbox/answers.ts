import Joi from 'joi';
import { INBOX_GROUPS } from '#core/reply/inboxGroup';
import { all, extended, instant, listOf, orNull } from '../fields';
import { summary } from '../messages/summary';

const thread = extended(summary, {
  count: Joi.number().description('Messages in the thread'),
  fresh: Joi.boolean().description('Something of it in the inbox has not been seen'),
  newestId: Joi.string().description(
    'The last that came of it: said to be known, what is done with the thread goes for everything up to that',
  ),
  group: orNull(Joi.valid(...INBOX_GROUPS)).description(
    'Where it stands in the inbox; null where the list is by time',
  ),
}).description('A thread by its newest message where it is');

export const answers = {
  Thread: thread,
  ThreadPage: all({
    messages: listOf(thread),
    total: Joi.number().description('Counted up to 10,000'),
    unseen: all({ count: Joi.number(), since: orNull(instant) }).description(
      'How many threads of the inbox have something new, and since when',
    ),
    cursor: orNull(Joi.string()),
  }),
};
