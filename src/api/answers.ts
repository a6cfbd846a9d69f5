/** The shapes of good answers as Joi schemas, for the OpenAPI document and for the tests that hold us to it. */
import { MAIL_CLASSES } from '#core/reply/classify';
import Joi, { type ObjectSchema, type Schema } from 'joi';
import { LANGUAGES } from '#core/text/language';
import { STRANGE } from '#core/message/strange';
import { DEPARTURE_STATES, PAUSE_CAUSES } from '#core/departure/states';
import { INBOX_GROUPS } from '#core/reply/inboxGroup';
import {
  checksOff,
  setAside,
  details,
  holdRule,
  identity,
  leave,
  ownKeys,
  quietHours,
  rowActions,
  workingWeek,
} from './schemas';
import { plan } from './plans/plan';

const instant = Joi.string().isoDate();
const text = Joi.string().allow('');
/** An object whose keys are all there. */
const all = (keys: Record<string, Schema>): ObjectSchema =>
  Joi.object(keys).options({ presence: 'required' });
const orNull = (schema: Joi.AnySchema) => schema.allow(null);

const mailbox = all({ name: text, address: text, group: Joi.string().optional() });
const warning = all({
  code: Joi.valid(
    ...['gap', 'overlap', 'past', 'night', 'weekend', 'holiday', 'leave', 'clock-change', 'close'],
    'unknown-zone',
  ),
  text,
  address: Joi.string().optional(),
  fixes: Joi.array().items(all({ label: text, plan })),
});
const landing = all({
  address: Joi.string(),
  zone: orNull(Joi.string()),
  place: orNull(text),
  local: orNull(Joi.string()),
  dayPart: orNull(Joi.string()),
  dayPartWords: orNull(Joi.string()),
});

const lateness = Joi.object({
  kind: Joi.valid('their-day', 'at-most', 'ask').required(),
  minutes: Joi.number().optional(),
});

const snapshot = all({
  state: Joi.valid('held', 'scheduled', 'paused'),
  plan,
  meant: instant,
  due: instant,
  pausedFor: Joi.valid(...PAUSE_CAUSES, null),
  holdLeft: orNull(Joi.number()),
  reason: orNull(text),
  heldBy: orNull(all({ rule: orNull(all({ name: text, why: text })), quiet: orNull(instant) })),
});

const departure = all({
  id: Joi.string(),
  revision: Joi.number(),
  messageId: Joi.string(),
  subject: text,
  plan,
  whyThen: text,
  state: Joi.valid(...DEPARTURE_STATES),
  reason: orNull(text),
  pausedFor: Joi.valid(...PAUSE_CAUSES, null),
  holdLeft: orNull(Joi.number()),
  waitsForServer: Joi.boolean(),
  waitsForDisk: Joi.boolean(),
  snapshot: orNull(snapshot),
  at: instant,
  local: Joi.string(),
  zone: Joi.string(),
  meant: instant,
  attempts: Joi.number(),
  leftAt: orNull(instant),
  copyFor: orNull(Joi.string()),
  heldBy: orNull(text),
  quiet: Joi.boolean(),
  ifTheyWriteFirst: Joi.valid('thread', 'any', 'off'),
  ifOff: lateness,
  recipients: Joi.array().items(
    landing.keys({
      name: text,
      field: Joi.valid('to', 'cc', 'bcc'),
      status: Joi.valid('waiting', 'accepted', 'deferred', 'refused'),
      answer: text,
      receipts: Joi.array().items(
        all({ action: Joi.string(), words: text, at: instant, messageId: orNull(Joi.string()) }),
      ),
    }),
  ),
});

const stripParts = Joi.array().items(
  all({
    from: instant,
    until: instant,
    part: Joi.valid('night', 'waking', 'working', 'weekend', 'holiday', 'leave'),
    words: text,
  }),
);

const preview = all({
  hold: orNull(
    all({
      ms: Joi.number(),
      review: Joi.boolean(),
      rule: orNull(all({ name: text, why: text })),
      quiet: orNull(instant),
    }),
  ),
  departures: Joi.array().items(
    all({
      at: instant,
      latest: orNull(instant),
      recipients: Joi.array().items(landing),
      warnings: Joi.array().items(warning),
    }),
  ),
  sentence: Joi.string(),
  warnings: Joi.array().items(warning),
});

const holidaysKnown = Joi.valid('known', 'added', 'none yet', 'place not known');

const correspondent = all({
  id: Joi.string(),
  name: text,
  addresses: Joi.array().items(Joi.string()),
  zone: orNull(Joi.string()),
  zoneGuess: orNull(all({ zone: orNull(Joi.string()), others: Joi.array().items(Joi.string()), why: text })),
  place: orNull(text),
  country: orNull(Joi.string()),
  region: orNull(Joi.string()),
  week: orNull(workingWeek),
  leave,
  dates: Joi.array().items(all({ what: text, month: Joi.number(), day: Joi.number() })),
  holidays: holidaysKnown,
  answers: orNull(
    all({ count: Joi.number(), median: Joi.number(), from: Joi.number(), until: Joi.number() }),
  ),
});
const group = all({ id: Joi.string(), name: text, members: Joi.array().items(Joi.string()) });

const returned = all({
  at: instant,
  kind: Joi.valid('snooze', 'answer', 'to-do'),
  since: instant,
  until: orNull(instant),
  words: text,
  note: text,
  times: Joi.number(),
  from: orNull(text),
});
const snoozed = all({
  until: instant,
  words: text,
  note: text,
  wholeThread: Joi.boolean(),
  early: Joi.boolean(),
  times: Joi.number(),
  repeat: orNull(text),
  since: instant,
});
const todoMoment = all({ date: Joi.string(), time: orNull(Joi.string()), zone: Joi.string() });
const todo = all({
  id: Joi.string(),
  messageId: orNull(Joi.string()),
  what: text,
  note: text,
  start: orNull(todoMoment),
  due: orNull(todoMoment),
  dueAt: orNull(instant),
  remindAt: orNull(instant),
  sound: Joi.boolean(),
  state: Joi.valid('open', 'done', 'dropped'),
  doneAt: orNull(instant),
  revision: Joi.number(),
  createdAt: instant,
});

const summary = all({
  id: Joi.string(),
  threadId: Joi.string(),
  direction: Joi.valid('in', 'out'),
  from: mailbox.keys({ zone: orNull(Joi.string()), place: orNull(text) }),
  to: Joi.array().items(mailbox),
  subject: text,
  preview: text,
  at: instant,
  writtenAt: orNull(instant),
  writtenOffset: orNull(Joi.number()),
  unseen: Joi.boolean(),
  answered: Joi.boolean(),
  forwarded: Joi.boolean(),
  leaving: Joi.boolean(),
  automatic: Joi.boolean(),
  place: Joi.valid('inbox', 'snoozed', 'archive', null),
  returned: orNull(returned),
  snoozedUntil: orNull(instant),
  snooze: orNull(snoozed),
  todo: orNull(todo),
  attached: Joi.boolean(),
  toCount: Joi.number().integer(),
});

const attachment = all({
  id: Joi.string(),
  messageId: Joi.string(),
  name: Joi.string(),
  type: Joi.string(),
  size: Joi.number(),
  received: Joi.number(),
  contentId: orNull(Joi.string()),
});

const message = summary.keys({
  ...details,
  attachments: Joi.array().items(attachment),
  answering: Joi.boolean(),
  revision: Joi.number(),
  cc: Joi.array().items(mailbox),
  bcc: Joi.array().items(mailbox),
  replyTo: Joi.array().items(mailbox),
  text,
  html: orNull(text),
  reportOn: orNull(
    all({
      departureId: Joi.string(),
      subject: text,
      said: Joi.array().items(all({ address: text, action: Joi.string(), words: text })),
    }),
  ),
  classified: orNull(all({ is: Joi.valid(...MAIL_CLASSES), evidence: text })),
  list: orNull(
    all({
      name: text,
      mail: orNull(all({ to: text, subject: text, text })),
      page: orNull(text),
      oneClick: Joi.boolean(),
      leftAt: orNull(instant),
    }),
  ),
  headerId: orNull(Joi.string()),
  plan: plan.allow(null),
  choices: all({
    copies: Joi.valid('together', 'individual'),
    ifTheyWriteFirst: Joi.valid('thread', 'any', 'off'),
    ifOff: lateness,
  }),
  strange: orNull(Joi.valid(...STRANGE)),
  layout: orNull(
    all({
      remote: Joi.number(),
      removed: Joi.array().items(text),
      misleading: Joi.number(),
      pictures: Joi.boolean(),
    }),
  ),
  departures: Joi.array().items(departure),
  thread: Joi.array().items(summary),
  history: Joi.array().items(
    all({ at: instant, what: text, from: orNull(text), to: orNull(text), why: orNull(text) }),
  ),
});

const importOfMail = all({
  id: Joi.string(),
  name: text,
  size: Joi.number(),
  received: Joi.number(),
  format: Joi.valid('mbox', 'eml'),
  added: Joi.number(),
  same: Joi.number(),
  unreadable: Joi.number(),
  createdAt: instant,
});

const mailboxSummary = all({
  address: Joi.string(),
  name: text,
  messages: Joi.number(),
  lastAt: orNull(instant),
});

/** By the name an operation gives. */
export const answers: Record<string, Schema> = {
  Clock: all({
    now: instant,
    sandbox: Joi.boolean(),
    rate: Joi.number(),
    target: orNull(instant),
    nextDue: orNull(instant),
  }),
  Settings: all({
    identities: Joi.array().items(identity),
    signature: text,
    sentFolders: Joi.array().items(Joi.string()),
    writeAs: Joi.valid('rich', 'plain'),
    ownWords: Joi.array().items(Joi.string()),
    me: mailbox,
    zone: Joi.string(),
    holdSeconds: Joi.number(),
    hourCycle: Joi.valid(24, 12),
    languages: Joi.array().items(Joi.valid(...LANGUAGES)),
    theme: Joi.valid('light', 'dark'),
    week: orNull(workingWeek),
    leave,
    country: orNull(Joi.string()),
    region: orNull(Joi.string()),
    quietHours,
    holdRules: Joi.array().items(holdRule),
    checksOff,
    meantSo: setAside,
    picturesFrom: Joi.array().items(Joi.string()),
    singleKeys: Joi.boolean(),
    keys: ownKeys,
    rowActions,
    keepCopiesDays: orNull(Joi.number()),
    keepDeletedDays: orNull(Joi.number()),
  }),
  Trials: all({
    trials: Joi.array().items(
      all({
        departureId: Joi.string(),
        subject: text,
        to: Joi.array().items(mailbox),
        at: instant,
        why: orNull(text),
        earlier: orNull(text),
        words: text,
      }),
    ),
  }),
  Preview: preview,
  Suggestions: all({
    suggestions: Joi.array().items(all({ plan, at: instant, words: text, preview })),
  }),
  Phrase: Joi.object({
    kind: Joi.valid('understood', 'not-understood', 'empty').required(),
    readings: Joi.array().items(all({ plan, words: text })),
    part: text,
    why: text,
  }),
  Best: all({
    readers: Joi.number(),
    days: Joi.array().items(
      all({
        date: Joi.string(),
        cells: Joi.array().items(all({ hour: Joi.number(), at: orNull(instant), working: Joi.number() })),
      }),
    ),
    best: Joi.array().items(all({ at: instant, working: Joi.number() })),
  }),
  Strips: all({
    strips: Joi.array().items(
      all({
        zone: Joi.string(),
        place: text,
        names: Joi.array().items(text),
        noHolidaysFor: orNull(Joi.string()),
        parts: stripParts,
      }),
    ),
  }),
  Placed: all({ placed: Joi.number() }),
  Board: all({ rows: Joi.array().items(all({ id: Joi.string(), parts: stripParts })) }),
  Sessions: all({
    sessions: Joi.array().items(
      all({
        id: Joi.string(),
        createdAt: instant,
        seenAt: instant,
        until: instant,
        from: text,
        agent: text,
        current: Joi.boolean(),
      }),
    ),
  }),
  Health: all({
    engine: all({ running: Joi.boolean(), seenAt: orNull(instant) }),
    reader: all({ running: Joi.boolean(), waiting: Joi.number() }),
    failing: Joi.array().items(all({ words: text, count: Joi.number(), since: instant, nextTry: instant })),
    disk: all({ trouble: orNull(text), waiting: Joi.number() }),
    mailServer: all({
      configured: Joi.boolean(),
      trouble: orNull(text),
      since: orNull(instant),
      nextTry: orNull(instant),
      trying: Joi.boolean(),
      waiting: Joi.number(),
    }),
  }),
  Edit: all({ token: orNull(Joi.string()), seconds: Joi.number(), departure }),
  Departure: departure,
  Departures: all({ departures: Joi.array().items(departure) }),
  DeparturePage: all({
    departures: Joi.array().items(departure),
    cursor: orNull(Joi.string()),
    unsettled: Joi.number(),
    problems: Joi.array().items(all({ part: text, why: text })),
  }),
  Bulk: all({
    done: Joi.array().items(all({ id: Joi.string(), snapshot: orNull(snapshot) })),
    failed: Joi.array().items(all({ id: Joi.string(), subject: text, why: text })),
  }),
  Attachment: attachment,
  Addresses: all({
    addresses: Joi.array().items(
      all({ name: text, address: Joi.string(), times: Joi.number(), lastAt: instant }),
    ),
  }),
  LinkCompany: all({
    links: Joi.array().items(all({ url: Joi.string(), organisations: Joi.array().items(Joi.string()) })),
  }),
  Spelling: all({
    words: Joi.array().items(
      all({
        word: Joi.string(),
        language: Joi.valid(...LANGUAGES),
        suggestions: Joi.array().items(Joi.string()),
      }),
    ),
  }),
  Message: message,
  MessagePage: all({ messages: Joi.array().items(summary), total: Joi.number() }),
  ThreadPage: all({
    messages: Joi.array().items(
      summary.keys({
        count: Joi.number(),
        fresh: Joi.boolean(),
        newestId: Joi.string(),
        group: orNull(Joi.valid(...INBOX_GROUPS)),
      }),
    ),
    total: Joi.number(),
    unseen: all({ count: Joi.number(), since: orNull(instant) }),
    cursor: orNull(Joi.string()),
  }),
  Moved: all({ moved: Joi.array().items(Joi.string()), missing: Joi.array().items(Joi.string()) }),
  Search: all({
    hits: Joi.array().items(
      all({
        message: summary,
        why: orNull(
          all({
            field: Joi.valid('from', 'to', 'subject', 'body', 'file'),
            words: text,
            from: Joi.number(),
            to: Joi.number(),
          }),
        ),
      }),
    ),
    cursor: orNull(Joi.string()),
    problems: Joi.array().items(all({ part: text, why: text })),
  }),
  SearchSuggestions: all({ suggestions: Joi.array().items(all({ text, words: text })) }),
  ReturnSuggestions: all({
    snoozes: Joi.array().items(all({ at: instant, words: text })),
    todos: Joi.array().items(all({ words: text, due: orNull(todoMoment), remindAt: orNull(instant) })),
  }),
  Todo: todo,
  TodoChanged: all({ todo, said: Joi.array().items(text) }),
  Todos: all({ todos: Joi.array().items(all({ todo, message: orNull(summary) })), open: Joi.number() }),
  TodoImport: all({
    said: Joi.array().items(Joi.string()),
    added: Joi.number(),
    changed: Joi.number(),
    same: Joi.number(),
  }),
  Reminders: all({
    reminders: Joi.array().items(
      all({
        id: Joi.number(),
        at: instant,
        kind: Joi.valid('snooze', 'answer', 'to-do'),
        messageId: orNull(Joi.string()),
        todoId: orNull(Joi.string()),
        words: text,
        sound: Joi.boolean(),
      }),
    ),
  }),
  Import: importOfMail,
  Imports: all({
    imports: Joi.array().items(importOfMail),
    aside: Joi.array().items(all({ id: Joi.string(), name: text, reason: text, at: instant })),
  }),
  Correspondent: correspondent,
  Correspondents: all({ correspondents: Joi.array().items(correspondent) }),
  Group: group,
  Groups: all({ groups: Joi.array().items(group) }),
  PeopleImport: all({
    added: Joi.number(),
    changed: Joi.number(),
    same: Joi.number(),
    groups: Joi.number(),
    rows: Joi.array().items(
      all({
        row: Joi.number(),
        name: text,
        what: Joi.valid('add', 'change', 'same', 'group', 'error'),
        detail: text,
      }),
    ),
  }),
  Holidays: all({ days: Joi.number() }),
  HolidayPlace: all({
    holidays: holidaysKnown,
    regions: Joi.array().items(all({ code: Joi.string(), name: text })),
  }),
  Zones: all({
    zones: Joi.array().items(
      all({
        id: Joi.string(),
        city: Joi.string(),
        country: text,
        countryCode: text,
        aliases: Joi.array().items(text),
        offset: Joi.number(),
      }),
    ),
  }),
  Faults: all({
    greylist: Joi.array().items(Joi.string()),
    refuse: Joi.array().items(Joi.string()),
    drop: orNull(Joi.string()),
    dropTimes: orNull(Joi.number()),
    answerAfterSeconds: Joi.number(),
    downUntil: orNull(instant),
    refuseStartTls: Joi.boolean(),
  }),
  Mailboxes: all({ mailboxes: Joi.array().items(mailboxSummary) }),
  Mailbox: all({
    address: Joi.string(),
    name: text,
    messages: Joi.array().items(
      all({
        id: Joi.number(),
        at: instant,
        direction: Joi.valid('received', 'written'),
        envelope: text,
        headers: text,
        subject: text,
        from: text,
        to: Joi.array().items(text),
        text,
      }),
    ),
  }),
};
