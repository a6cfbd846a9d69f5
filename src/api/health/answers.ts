import Joi from 'joi';
import { all, countOf, instant, listOf, orNull, text } from '../fields';

const failing = all({
  words: text.description('What does not happen, to follow a time: “something put off does not come back”'),
  count: Joi.number(),
  since: instant.description('In real time'),
  nextTry: instant,
});

const server = {
  trouble: orNull(text).description('What is wrong, in words; null while nothing is'),
  since: orNull(instant),
  nextTry: orNull(instant),
  trying: Joi.boolean().description('It is being tried at this moment'),
  waiting: Joi.number().description('How many departures wait for it'),
};

export const answers = {
  Health: all({
    engine: all({
      running: Joi.boolean(),
      seenAt: orNull(instant).description('When it last gave a sign of life, in real time'),
    }),
    reader: all({
      running: Joi.boolean(),
      waiting: Joi.number().description('Messages that have come in and have not been read'),
    }).description('Who takes mail in'),
    failing: listOf(failing).description(
      'What could not happen at its moment, and is tried again; everything else goes on',
    ),
    disk: all({
      trouble: orNull(text).description(
        'What keeps the engine from writing anything down, in words; null while nothing does',
      ),
      waiting: Joi.number().description('Departures whose moment has come and that wait for it'),
    }),
    mailServer: all({
      configured: Joi.boolean().description('False where none is set: departures wait'),
      ...server,
    }).description('Of the usual account'),
    accounts: listOf(
      all({
        id: text,
        name: text,
        ...server,
        mailboxTrouble: orNull(text).description('Why its mailbox cannot be looked into'),
      }),
    ).description('The sending server of each account; the id is empty for the one the environment names'),
  }).description('Whether the product is at work, and what keeps it from working'),
  Space: all({
    copies: countOf('Bytes of the exact copies of what has left'),
    sources: countOf('Bytes of what has come, as it came'),
    deleted: countOf('Bytes of what was deleted and can be brought back'),
    journal: countOf('Bytes of what happened to messages'),
  }).description(
    'What what is kept for a while takes, about; a file that is in several is counted with each',
  ),
};
