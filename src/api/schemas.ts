/** What requests may contain. The same schemas validate and are published in the OpenAPI document. */
import Joi from 'joi';
import { COMMANDS } from '#core/commandKeys';
import { ROW_ACTIONS } from '#core/rowActions';
import { HOLD_SECONDS, MAX_BODY, MAX_RECIPIENTS, MAX_SUBJECT } from '#core/limits';
import { LANGUAGES } from '#core/text/language';
import { IMPORTANCES, SENSITIVITIES } from '#core/message/details';
import { CHECK_IDS } from '#core/checks/finding';
import { LONGEST_SET_ASIDE, MOST_SET_ASIDE } from '#core/checks/setAside';
import { DEPARTURE_STATES, PAUSE_CAUSES } from '#core/departure/states';
import { isLocal } from '#core/time/wallClock';
import { looked } from './looked';
import { zone } from './plans/clockTime';
import { plan } from './plans/plan';

const ADDRESS = 998; // a whole header line, RFC 5322 §2.1.1

const addressInput = Joi.alternatives(
  Joi.string().max(ADDRESS).example('Prakriti Thapa <prakriti@lamp-courier.example>'),
  Joi.object({ address: Joi.string().max(ADDRESS).required(), name: Joi.string().max(ADDRESS).allow('') }),
  Joi.object({ group: Joi.string().max(64).required().description('The id of a group') }),
).description('An address, as text or in parts, or a group: by id, or as text by its name, `Lenders:;`');

const addressList = Joi.array().items(addressInput).max(MAX_RECIPIENTS);

const choices = {
  copies: Joi.valid('together', 'individual').description(
    'Individual: one message per recipient, others hidden',
  ),
  ifTheyWriteFirst: Joi.valid('thread', 'any', 'off').description(
    'What stops it: a message from a recipient in its thread, any from them, nothing',
  ),
  ifOff: Joi.alternatives()
    .conditional('.kind', {
      switch: [
        { is: 'their-day', then: Joi.object({ kind: Joi.valid('their-day').required() }) },
        { is: 'ask', then: Joi.object({ kind: Joi.valid('ask').required() }) },
        {
          is: 'at-most',
          then: Joi.object({
            kind: Joi.valid('at-most').required(),
            minutes: Joi.number().integer().min(1).max(525_600).required(),
          }),
        },
      ],
      otherwise: Joi.object({ kind: Joi.valid('their-day', 'at-most', 'ask').required() }).unknown(),
    })
    .description('How late it may still leave where nothing was running at its moment'),
};

const asked = Joi.array()
  .items(Joi.object({ address: addressInput.required(), zone }))
  .max(MAX_RECIPIENTS)
  .default([]);

export const previewRequest = Joi.object({
  plan: plan.required(),
  recipients: asked,
  senderZone: zone,
  ...choices,
  message: Joi.string().max(64).description('The message it is about'),
  inSpiteOfQuiet: Joi.boolean().description('Quiet hours are set aside'),
  limit: Joi.number()
    .integer()
    .min(1)
    .max(500)
    .description('How many departures to give at most; the sentence and the warnings are of all'),
});

export const recipientsRequest = Joi.object({ recipients: asked });

export const stripsRequest = Joi.object({
  recipients: asked,
  from: Joi.string().isoDate().required(),
  until: Joi.string().isoDate().required(),
});

export const phraseRequest = Joi.object({
  text: Joi.string().max(200).allow('').required().example('day after tomorrow morning, theirs'),
  recipients: asked,
});

const body = Joi.string()
  .max(MAX_BODY)
  .messages({
    'string.max': `The text is longer than ${MAX_BODY / 1_000_000} million characters; mail servers would refuse it. Shorten it`,
  });

export const setAside = Joi.array()
  .items(
    Joi.object({
      check: Joi.valid(...CHECK_IDS).required(),
      words: Joi.string().max(LONGEST_SET_ASIDE).allow('').required().description('Lower case'),
    }),
  )
  .max(MOST_SET_ASIDE);

/** What is asked of a message beside its words and recipients. */
export const details = {
  identity: Joi.string()
    .max(64)
    .allow(null)
    .description('The id of one of my identities; null: the main one'),
  importance: Joi.valid(...IMPORTANCES).description('RFC 4021 Importance'),
  sensitivity: Joi.valid(...SENSITIVITIES).description('RFC 4021 Sensitivity'),
  deliveryReceipt: Joi.boolean().description('Mail servers are asked to report delivery (RFC 3461)'),
  readReceipt: Joi.boolean().description('The reader is asked to say that it was seen (RFC 8098)'),
  keptIn: Joi.string().max(100).allow(null).description('The folder that keeps the sent copy; null: none'),
  setAside: setAside.description('What its checks found and is meant so'),
};

export const attachmentRequest = Joi.object({
  name: Joi.string().max(1000).required(),
  type: Joi.string().max(200).allow('').default('').description('Media type'),
  size: Joi.number().integer().min(0).max(1_000_000_000).required().description('Bytes'),
  inline: Joi.boolean().description('A picture that stands in the text'),
});

export const addressQuery = Joi.object({
  q: Joi.string().max(200).allow('').default(''),
  limit: Joi.number().integer().min(1).max(50).default(10),
});

export const linksRequest = Joi.object({
  message: Joi.string().max(64).description('The message they stand in'),
  urls: Joi.array().items(Joi.string().max(4000)).max(200).required(),
  recipients: Joi.array().items(Joi.string().max(ADDRESS)).max(MAX_RECIPIENTS).required(),
});

export const spellingRequest = Joi.object({
  words: Joi.array()
    .items(
      Joi.object({ word: Joi.string().max(100).required(), language: Joi.valid(...LANGUAGES).required() }),
    )
    .max(20_000)
    .required(),
});

const draftFields = {
  ...details,
  to: addressList,
  cc: addressList,
  bcc: addressList,
  replyTo: addressList,
  subject: Joi.string().max(MAX_SUBJECT).allow(''),
  text: body.allow(''),
  html: body.allow('', null),
  plan: plan.allow(null).description('How it is to leave; null: now. It commits to nothing'),
  choices: Joi.object({
    copies: choices.copies.required(),
    ifTheyWriteFirst: choices.ifTheyWriteFirst.required(),
    ifOff: choices.ifOff.required(),
  }),
};

export const draft = Joi.object({
  ...draftFields,
  answers: Joi.string().description('The id of the message this one answers'),
  forwards: Joi.string().description('The id of a message it passes on, with what is attached to it'),
});

export const draftPatch = Joi.object(draftFields).min(1);

export const scheduleRequest = Joi.object({
  plan: plan.required(),
  ...choices,
  inSpiteOfQuiet: Joi.string().trim().min(1).max(200).description('Why quiet hours are set aside this once'),
});

const whichCopies = Joi.valid('this', 'all').description('Of several copies of one message');

export const departurePatch = Joi.object({
  plan,
  copies: whichCopies,
  goOn: Joi.boolean().description('One that stands still is set going with its new moment'),
  ifTheyWriteFirst: choices.ifTheyWriteFirst,
  ifOff: choices.ifOff,
}).or('plan', 'ifTheyWriteFirst', 'ifOff');

export const takeBackRequest = Joi.object({ copies: whichCopies });

const instant = Joi.string().isoDate();

/** As a departure or a bulk answer gave it. */
const snapshot = Joi.object({
  state: Joi.valid('held', 'scheduled', 'paused').required(),
  plan: plan.required(),
  meant: instant.required(),
  due: instant.required(),
  pausedFor: Joi.valid(...PAUSE_CAUSES, null).required(),
  holdLeft: Joi.number().integer().min(0).allow(null).required(),
  reason: Joi.string().max(10_000).allow('', null).required(),
  heldBy: Joi.object({
    rule: Joi.object({
      name: Joi.string().max(200).required(),
      why: Joi.string().max(10_000).allow('').required(),
    })
      .allow(null)
      .required(),
    quiet: instant.allow(null).required(),
  })
    .allow(null)
    .required(),
});

export const restoreRequest = Joi.object({ snapshot: snapshot.required() });

export const bulkRequest = Joi.object({
  ids: Joi.array().items(Joi.string().max(64)).min(1).max(200).required(),
  action: Joi.valid(
    ...['shift', 'next-working-morning', 'restore', 'pause', 'resume', 'take-back', 'release'],
  ).required(),
  days: Joi.number()
    .integer()
    .min(-3660)
    .max(3660)
    .description('Of shift; the wall-clock time stays')
    .when('action', {
      is: 'shift',
      then: Joi.any().default(0),
      otherwise: Joi.forbidden(),
    }),
  minutes: Joi.number()
    .integer()
    .min(-525_600)
    .max(525_600)
    .description('Of shift')
    .when('action', {
      is: 'shift',
      then: Joi.any().default(0),
      otherwise: Joi.forbidden(),
    }),
  snapshots: Joi.object().pattern(Joi.string(), snapshot).description('Of restore: by id').when('action', {
    is: 'restore',
    then: Joi.required(),
    otherwise: Joi.forbidden(),
  }),
});

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

export const date = looked(
  Joi.string()
    .pattern(/^\d{4}-\d{2}-\d{2}$/)
    .message('{{#label}} is not a date. Write it as 2026-12-01'),
  (value) => (isLocal(`${value}T00:00`) ? undefined : `“${value}” is no day that exists`),
).example('2026-12-01');
const span = Joi.object({
  from: Joi.number().integer().min(0).max(1439).required(),
  to: Joi.number().integer().min(1).max(1440).required(),
}).description('Minutes after midnight');

const workSpan = span
  .keys({ to: Joi.number().integer().min(1).max(2879).required() })
  .description('Minutes after midnight; more than 1440 where it goes on into the next day');

export const workingWeek = Joi.object({
  work: Joi.array()
    .items(Joi.array().items(workSpan).max(6))
    .length(7)
    .required()
    .description('Monday first'),
  waking: span.required(),
});

export const leave = Joi.array()
  .items(
    Joi.object({
      from: date.required(),
      to: date.required(),
      note: Joi.string().max(200).allow('').default(''),
    }),
  )
  .max(100);

const country = Joi.string()
  .pattern(/^[A-Z]{2}$/)
  .message('{{#label}} is not a country code such as PT')
  .allow(null)
  .description('ISO 3166-1 alpha-2');
const region = Joi.string().max(10).allow(null).description('Its own code within the country');

export const zonesRequest = Joi.object({
  readers: Joi.array()
    .items(
      Joi.object({
        address: Joi.string().max(ADDRESS).required(),
        name: Joi.string().max(200).allow('').default(''),
        zone: zone.required(),
      }),
    )
    .min(1)
    .max(3 * MAX_RECIPIENTS)
    .required(),
});

export const correspondentInput = Joi.object({
  name: Joi.string().max(200).allow(''),
  addresses: Joi.array().items(Joi.string().max(ADDRESS)).max(20),
  zone: zone.allow(null),
  place: Joi.string().max(200).allow('', null),
  country,
  region,
  week: workingWeek.allow(null),
  leave,
  dates: Joi.array()
    .items(
      Joi.object({
        what: Joi.string().max(100).required(),
        month: Joi.number().integer().min(1).max(12).required(),
        day: Joi.number().integer().min(1).max(31).required(),
      }),
    )
    .max(50),
}).min(1);

export const boardRequest = Joi.object({
  ids: Joi.array().items(Joi.string().max(64)).max(200).required(),
  from: Joi.string().isoDate().required(),
  until: Joi.string().isoDate().required(),
});

export const groupInput = Joi.object({
  name: Joi.string().max(200).required(),
  members: Joi.array().items(Joi.string().max(64)).max(5000).required(),
});

/** Text of a file, 10 MB at most. */
const file = Joi.string().max(10_000_000).required();

export const importRequest = Joi.object({
  format: Joi.valid('vcard', 'csv').required(),
  text: file,
  commit: Joi.boolean().default(false).description('false: say what would change'),
});

export const exportQuery = Joi.object({ format: Joi.valid('vcard', 'csv').default('vcard') });

export const holidaysQuery = Joi.object({ country: country.required().disallow(null) });

export const holidaysRequest = Joi.object({
  country: country.required().disallow(null),
  text: file.description('An iCalendar file'),
});

const dayPair = Joi.object({
  from: Joi.number().integer().min(0).max(1439).required(),
  to: Joi.number()
    .integer()
    .min(0)
    .max(1440)
    .invalid(Joi.ref('from'))
    .required()
    .description('Not after `from`: on the next day'),
}).allow(null);
const dayPairs = Joi.array().items(dayPair).length(7).required().description('Monday first');

export const checksOff = Joi.array().items(Joi.valid(...CHECK_IDS));

export const quietHours = Joi.object({
  on: Joi.boolean().required(),
  days: dayPairs,
  after: Joi.valid('leaves', 'waits')
    .optional()
    .description(
      'What becomes of what they held when they end: it leaves (usual), or waits until it has been looked at',
    ),
});

const list = (item: Joi.Schema) => Joi.array().items(item).min(1).max(200).required();
const kind = (name: string, fields: Joi.SchemaMap = {}) => ({
  is: name,
  then: Joi.object({ kind: Joi.valid(name).required(), ...fields }),
});
const oneOf = (...kinds: ReturnType<typeof kind>[]) =>
  Joi.alternatives().conditional('.kind', {
    switch: kinds,
    otherwise: Joi.object({ kind: Joi.valid(...kinds.map(({ is }) => is)).required() }).unknown(),
  });

const condition = oneOf(
  kind('recipient', { addresses: list(Joi.string().max(ADDRESS)) }),
  kind('group', { groups: list(Joi.string().max(64)) }),
  kind('domain', { domains: list(Joi.string().max(255)) }),
  kind('outside'),
  kind('words', {
    where: Joi.valid('subject', 'text', 'either').required(),
    words: list(Joi.string().trim().min(1).max(100)),
  }),
  kind('more-than', { recipients: Joi.number().integer().min(1).max(MAX_RECIPIENTS).required() }),
  kind('hours', { days: dayPairs }),
  kind('first-message'),
  kind('importance', {
    is: Joi.array()
      .items(Joi.valid(...IMPORTANCES))
      .min(1)
      .required(),
  }),
  kind('attachment'),
);
const conditions = Joi.array().items(condition).max(20).required();

export const holdRule = Joi.object({
  id: Joi.string().max(64).required(),
  name: Joi.string().trim().min(1).max(100).required(),
  on: Joi.boolean().required(),
  when: conditions.description('All have to be met'),
  except: conditions.description('One that is met is enough'),
  action: oneOf(
    kind('hold', { minutes: Joi.number().min(0.1).max(10_080).required() }),
    kind('quiet-end'),
    kind('review'),
    kind('release'),
  ).required(),
});

export const identity = Joi.object({
  id: Joi.string().max(64).required(),
  name: Joi.string().max(200).allow('').required(),
  address: Joi.string().max(ADDRESS).required(),
  signature: Joi.string().max(5000).allow('').required(),
});

export const ownKeys = Joi.object().pattern(
  Joi.valid(...COMMANDS.map(({ key }) => key)),
  Joi.string().max(8),
);
export const rowActions = Joi.array()
  .items(Joi.valid(...ROW_ACTIONS))
  .unique()
  .max(2);

const keptDays = Joi.number().integer().min(1).max(36_500).allow(null);

export const settingsPatch = Joi.object({
  identities: Joi.array().items(identity).max(50).unique('id'),
  signature: Joi.string().max(5000).allow('').description('Of the main identity'),
  sentFolders: Joi.array().items(Joi.string().max(100)).min(1).max(50),
  ownWords: Joi.array().items(Joi.string().max(100).lowercase()).max(10_000).description('Spelled right'),
  writeAs: Joi.valid('rich', 'plain').description('How a new message begins'),
  me: Joi.object({
    name: Joi.string().max(200).allow('').required(),
    address: Joi.string().max(ADDRESS).required(),
  }),
  zone,
  holdSeconds: Joi.number().description(`0 for off, or ${HOLD_SECONDS.min} to ${HOLD_SECONDS.max}`),
  hourCycle: Joi.valid(24, 12),
  languages: Joi.array()
    .items(Joi.valid(...LANGUAGES))
    .unique()
    .description('In which phrases are read, beside English and those the browser asks for'),
  theme: Joi.valid('light', 'dark'),
  week: workingWeek.allow(null),
  leave,
  country,
  region,
  quietHours,
  holdRules: Joi.array().items(holdRule).max(100).unique('id').description('The first that fits decides'),
  checksOff: checksOff.description('Checks that are not made'),
  meantSo: setAside.description('What checks find in any message and is meant so'),
  picturesFrom: Joi.array()
    .items(Joi.string().max(ADDRESS).lowercase())
    .max(10_000)
    .description('Addresses whose pictures from elsewhere are fetched'),
  singleKeys: Joi.boolean().description('Single keys act outside fields; else only with Alt Shift'),
  keys: ownKeys.description('Commands, by their usual keys, that have another one'),
  rowActions: rowActions.description('What a pull on a row of the inbox uncovers'),
  keepCopiesDays: keptDays.description('Days the exact bytes of what has left are kept; null: for good'),
  keepDeletedDays: keptDays.description('Days what was deleted can be brought back; null: for good'),
}).min(1);

export const clockMove = Joi.object({
  advance: Joi.string()
    .pattern(/^P(?=.)(\d+D)?(T(?=\d)(\d+H)?(\d+M)?(\d+S)?)?$/)
    .description('ISO 8601 duration')
    .example('PT2H'),
  set: Joi.string().isoDate().description('ISO 8601 instant').example('2026-11-25T02:45:00Z'),
  rate: Joi.number().min(0).max(3600).description('Clock seconds per real second'),
}).xor('advance', 'set', 'rate');

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

export const pageFields = {
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
  folder: Joi.string().max(100).allow('').description('The folder that keeps the copy; empty: none is kept'),
  q: Joi.string().max(200).allow('').description('Words of the subject, or a name or address of a recipient'),
  ...pageFields,
});

export const listQuery = Joi.object({ limit: pageFields.limit });
