import Joi from 'joi';
import { MAX_BODY } from '#core/limits';
import { CHASER_ENDS, MOST_CHASERS } from '#core/watch/chasers';
import { SETTLED_BY } from '#core/watch/watch';
import { readers } from '../people';
import { id } from '../fields';
import { local, zone } from '../plans/clockTime';

const whole = (most: number) => Joi.number().integer().min(1).max(most).required();

const relative = [
  Joi.object({ hours: whole(8760) }),
  Joi.object({ days: whole(3650) }),
  Joi.object({
    workingDays: whole(500),
    of: Joi.valid('reader', 'me').required().description('Whose week, holidays and leave count'),
  }),
];

export const deadline = Joi.alternatives()
  .try(...relative, Joi.object({ local: local.required(), zone: zone.required() }))
  .messages({
    'alternatives.match':
      '{{#label}} is so many hours, so many days, so many workingDays of “reader” or “me”, or local with zone',
  })
  .description('Until when; what is relative counts from when the message is released');

const settledBy = Joi.valid(...SETTLED_BY).description(
  'Whose answer ends it; read: a receipt that says it was seen, or an answer; visit: a link in it, which then leads through here, or an answer; me: it comes back in any case',
);
const note = Joi.string().max(2000).allow('').description('To myself, for when it is back');

const chasers = Joi.object({
  text: Joi.string()
    .max(MAX_BODY)
    .allow('')
    .default('')
    .description('Empty: the usual words, of the settings'),
  then: Joi.valid(...CHASER_ENDS)
    .default('review')
    .description(
      'leave: by itself, at a good moment of theirs; review: it stands still until somebody has looked',
    ),
  times: whole(MOST_CHASERS)
    .optional()
    .default(1)
    .description('How many at most; each is given longer than the one before'),
})
  .allow(null)
  .description('What follows where nobody answers, before it comes back; null: nothing');

export const newWatch = Joi.object({
  message: id.required(),
  deadline: deadline.required(),
  settledBy,
  note,
  chasers,
});

export const watchPatch = Joi.object({ deadline, settledBy, note, chasers }).min(1);

export const watchQuery = Joi.object({
  state: Joi.valid('waiting', 'closed').default('waiting'),
  message: id.description('All there are in the thread of one message, whatever their state'),
  brief: Joi.boolean().default(false).description('true: without what was considered, and their habits'),
  limit: Joi.number().integer().min(1).max(500).default(200),
});

export const overruleRequest = Joi.object({
  message: id.required(),
  counts: Joi.boolean()
    .allow(null)
    .required()
    .description('Remembered for its writer; null: the rules judge what they send from now on'),
});

export const chaseRequest = Joi.object({
  text: Joi.string()
    .max(MAX_BODY)
    .allow('')
    .default('')
    .description('Empty: the usual words, of the settings'),
});

export const deadlinesRequest = Joi.object({
  message: id.description('One that is here'),
  recipients: readers.description('Of one that is being written'),
}).xor('message', 'recipients');

export const usualDeadline = Joi.alternatives()
  .try(...relative)
  .messages({
    'alternatives.match': '{{#label}} is so many hours, days, or workingDays of “reader” or “me”',
  });

export const usualFor = Joi.alternatives().try(
  Joi.object({ for: Joi.valid('correspondent', 'group').required(), id: id.required() }),
  Joi.object({ for: Joi.valid('everyone').required() }),
);

export const usualRequest = Joi.object({
  whom: usualFor.required(),
  watch: Joi.object({
    deadline: usualDeadline.required(),
    settledBy: settledBy.default('anyone'),
    chasers: chasers.default(null),
  })
    .allow(null)
    .required()
    .description('null: none is usual for them'),
});
