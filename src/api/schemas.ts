/** What requests may contain. The same schemas validate and are published in the OpenAPI document. */
import Joi from 'joi';
import { HOLD_SECONDS, MAX_BODY, MAX_RECIPIENTS, MAX_SUBJECT } from '../core/message/limits';
import { DEPARTURE_STATES } from '../core/departure/states';

const ADDRESS = 998; // a whole header line, RFC 5322 §2.1.1

const addressInput = Joi.alternatives(
  Joi.string().max(ADDRESS).example('Prakriti Thapa <prakriti@lamp-courier.example>'),
  Joi.object({ address: Joi.string().max(ADDRESS).required(), name: Joi.string().max(ADDRESS).allow('') }),
).description('An address, as text or in parts');

const addressList = Joi.array().items(addressInput).max(MAX_RECIPIENTS);

const local = Joi.string()
  .pattern(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2})?$/)
  .message('{{#label}} is not a date and time. Write it as 2026-12-01T08:30')
  .description('Wall-clock time without offset')
  .example('2026-12-01T08:30');

const zone = Joi.string().max(64).description('IANA time zone').example('Asia/Kathmandu');

/** A plan. */
export const plan = Joi.alternatives()
  .conditional('.kind', {
    switch: [
      { is: 'now', then: Joi.object({ kind: Joi.valid('now').required() }) },
      {
        is: 'at',
        then: Joi.object({
          kind: Joi.valid('at').required(),
          local: local.required(),
          zone: zone.required(),
        }),
      },
    ],
    otherwise: Joi.object({ kind: Joi.valid('now', 'at').required() }).unknown(),
  })
  .description('How the message is to leave');

export const previewRequest = Joi.object({
  plan: plan.required(),
  recipients: Joi.array()
    .items(Joi.object({ address: addressInput.required(), zone }))
    .max(MAX_RECIPIENTS)
    .default([]),
  senderZone: zone,
  limit: Joi.number().integer().min(1).max(500).description('How many departures to give at most'),
});

const body = Joi.string()
  .max(MAX_BODY)
  .messages({
    'string.max': `The text is longer than ${MAX_BODY / 1_000_000} million characters; mail servers would refuse it. Shorten it`,
  });

const draftFields = {
  to: addressList,
  cc: addressList,
  bcc: addressList,
  replyTo: addressList,
  subject: Joi.string().max(MAX_SUBJECT).allow(''),
  text: body.allow(''),
  html: body.allow('', null),
};

export const draft = Joi.object({
  ...draftFields,
  answers: Joi.string().description('The id of the message this one answers'),
});

export const draftPatch = Joi.object(draftFields).min(1);

export const scheduleRequest = Joi.object({ plan: plan.required() });

export const departurePatch = Joi.object({ plan: plan.required() });

/** Without a body it is opened; with the token it is a sign of life. */
export const editRequest = Joi.object({
  token: Joi.string().max(64).description('From the answer to the first call'),
});

export const closeQuery = Joi.object({
  token: Joi.string().max(64).description('The lease to give back; without it the one there is'),
  then: Joi.valid('leave', 'go-on', 'pause')
    .default('leave')
    .description('leave: an unchanged one goes on, a changed one stays paused; go-on and pause decide'),
});

export const settleRequest = Joi.object({
  arrived: Joi.boolean().required().description('true: it arrived; false: it did not, send it again'),
});

export const settingsPatch = Joi.object({
  me: Joi.object({
    name: Joi.string().max(200).allow('').required(),
    address: Joi.string().max(ADDRESS).required(),
  }),
  zone,
  holdSeconds: Joi.number().integer().description(`0 for off, or ${HOLD_SECONDS.min} to ${HOLD_SECONDS.max}`),
  hourCycle: Joi.valid(24, 12),
  theme: Joi.valid('light', 'dark'),
}).min(1);

export const clockMove = Joi.object({
  advance: Joi.string()
    .pattern(/^P(?=.)(\d+D)?(T(?=\d)(\d+H)?(\d+M)?(\d+S)?)?$/)
    .description('ISO 8601 duration')
    .example('PT2H'),
  set: Joi.string().isoDate().description('ISO 8601 instant').example('2026-11-25T02:45:00Z'),
  rate: Joi.number().min(0).max(3600).description('Clock seconds per real second'),
}).xor('advance', 'set', 'rate');

export const snoozeRequest = Joi.object({
  until: Joi.alternatives(
    Joi.string().isoDate().example('2026-12-01T09:00:00Z'),
    Joi.object({ local: local.required(), zone: zone.required() }),
  )
    .required()
    .description('An instant, or a wall-clock time in a zone'),
});

const someone = Joi.array().items(Joi.string().max(ADDRESS).example('*')).max(100);

/** Faults of the post office; those not named are off. */
export const faultsRequest = Joi.object({
  greylist: someone.description('Addresses put off with 451 for a minute; * is everyone'),
  refuse: someone.description('Addresses refused with 550; * is everyone'),
  drop: Joi.valid('before-data', 'in-data', 'after-dot', 'after-dot-unkept', null).description(
    'Where the connection is dropped',
  ),
  dropTimes: Joi.number().integer().min(1).allow(null).description('How often; null is every time'),
  answerAfterSeconds: Joi.number().min(0).max(600).description('Real seconds before the final answer'),
  downMinutes: Joi.number().min(0).max(100_000).description('Minutes of the sandbox clock'),
  refuseStartTls: Joi.boolean().description('Offers STARTTLS and refuses it with 454'),
});

const pageFields = {
  cursor: Joi.string().max(200),
  limit: Joi.number().integer().min(1).max(500).default(100),
};

export const departureQuery = Joi.object({
  state: Joi.string()
    .pattern(
      new RegExp(`^(${DEPARTURE_STATES.join('|')}|pending)(,(${DEPARTURE_STATES.join('|')}|pending))*$`),
    )
    .description(`Comma-separated: pending, ${DEPARTURE_STATES.join(', ')}`),
  from: Joi.string().isoDate(),
  until: Joi.string().isoDate(),
  order: Joi.valid('soonest', 'latest').default('soonest'),
  ...pageFields,
});

export const listQuery = Joi.object({ limit: pageFields.limit });
