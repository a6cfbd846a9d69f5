import Joi from 'joi';
import { DEPARTURE_STATES, PAUSE_CAUSES } from '#core/departure/states';
import { SETTLED_HOW, WATCH_STATES } from '#core/watch/watch';
import { REPORTED_ACTIONS } from '#core/reply/report';
import { all, extended, instant, listOf, orNull, problems, text } from '../fields';
import { landing } from '../plans/answers';
import { ifTheyWriteFirst, lateness } from '../plans/choices';
import { plan } from '../plans/plan';
import { snapshot } from './snapshot';

export const reportedAction = Joi.valid(...REPORTED_ACTIONS);

const receipt = all({
  action: reportedAction,
  words: text,
  at: instant,
  messageId: orNull(Joi.string()).description('The message that said so'),
});

const reader = extended(landing, {
  name: text,
  field: Joi.valid('to', 'cc', 'bcc'),
  status: Joi.valid('waiting', 'accepted', 'deferred', 'refused'),
  answer: text.description('The mail server’s words'),
  receipts: listOf(receipt).description('What came back from them or their mail server'),
});

const cameToBe = orNull(snapshot).description(
  'What it is, for the undo of whatever is done to it; null where there is no coming back to it',
);

export const departure = all({
  id: Joi.string(),
  revision: Joi.number(),
  messageId: Joi.string(),
  subject: text,
  through: orNull(text).description('The account it leaves through; null where there is no choice'),
  sealed: Joi.boolean().description('What it says is kept encrypted'),
  series: orNull(
    all({
      id: Joi.string(),
      occurrence: Joi.string().description('The time it would have (RECURRENCE-ID, RFC 5545 §3.8.4.4)'),
      differs: Joi.boolean().description('It was given something of its own'),
    }),
  ).description('The series it is of; null for any other'),
  plan,
  whyThen: text.description('Why it leaves then, in few words'),
  state: Joi.valid(...DEPARTURE_STATES),
  reason: orNull(text),
  pausedFor: Joi.valid(...PAUSE_CAUSES, null).description('Why it stands still; null unless it is paused'),
  holdLeft: orNull(Joi.number()).description(
    'Seconds left of its hold while it stands still; null where it was not held',
  ),
  waitsForServer: Joi.boolean().description(
    'Its moment has come, and it waits for a mail server that cannot be reached',
  ),
  waitsForDisk: Joi.boolean().description(
    'Its moment has come, and nothing can be written to the disk; `reason` says why',
  ),
  snapshot: cameToBe,
  at: instant.description('When it leaves, or left'),
  local: Joi.string(),
  zone: Joi.string(),
  meant: instant.description('When it was meant to leave'),
  attempts: Joi.number(),
  leftAt: orNull(instant),
  copyFor: orNull(Joi.string()).description('The one address it goes to, where it is an individual copy'),
  filledText: orNull(text).description(
    'What a copy said that has left, where its fields made it other than its message',
  ),
  heldBy: orNull(text).description(
    'The rule or the quiet hours that hold it, in words; null where it is held as usual, or not at all',
  ),
  quiet: Joi.boolean().description('Quiet hours hold it'),
  answeredAt: orNull(instant).description('When the first answer by a person came'),
  watch: orNull(
    all({ state: Joi.valid(...WATCH_STATES), at: orNull(instant), by: orNull(Joi.valid(...SETTLED_HOW)) }),
  ).description('The newest watch on it, and when that runs out'),
  ifTheyWriteFirst,
  ifOff: lateness,
  recipients: listOf(reader),
});

export const answers = {
  Snapshot: snapshot,
  Reader: reader,
  Departure: departure,
  Departures: all({ departures: listOf(departure) }),
  Scheduled: all({
    departures: listOf(departure).description('Of what repeats, those of its next weeks'),
    series: Joi.object({ id: Joi.string().required() }).optional(),
    fileWatch: Joi.object({ id: Joi.string().required() })
      .optional()
      .description('What waits for a file has no departure before that changes'),
  }),
  DeparturePage: all({
    departures: listOf(departure),
    cursor: orNull(Joi.string()),
    unsettled: Joi.number(),
    problems: problems.description('What of `q` was not understood'),
  }),
  Edit: all({
    token: orNull(Joi.string()).description(
      'Give it back with every sign of life, and when closing; null where the departure stands still anyway',
    ),
    seconds: Joi.number().description('Real seconds after which silence counts as gone'),
    departure,
  }).description('An editing lease'),
  Bulk: all({
    done: listOf(
      all({
        id: Joi.string(),
        snapshot: orNull(snapshot).description(
          'What it was before; null where it was in no state to come back to',
        ),
      }),
    ),
    failed: listOf(all({ id: Joi.string(), subject: text, why: text })),
  }).description('What became of one thing done to several departures'),
};
