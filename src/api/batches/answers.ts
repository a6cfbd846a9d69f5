import Joi from 'joi';
import { DEPARTURE_STATES, PAUSE_CAUSES } from '#core/departure/states';
import { attachment } from '../attachments/answers';
import { all, countOf, instant, listOf, orNull, text } from '../fields';
import { textField } from '../texts/answers';
import { column } from './requests';

const batch = all({
  id: Joi.string(),
  name: text,
  revision: Joi.number(),
  messageId: Joi.string().description('What its rows are made from: attachments and links are added to that'),
  subject: text,
  text,
  html: orNull(text),
  fields: listOf(textField),
  attachments: listOf(attachment),
  links: countOf('Files linked to it'),
  headings: listOf(text),
  columns: listOf(column),
  when: text,
  perMinute: orNull(Joi.number()),
  spread: Joi.boolean(),
  state: Joi.valid('draft', 'scheduling', 'scheduled'),
  createdAt: instant,
  scheduledAt: orNull(instant),
  counts: all({
    rows: Joi.number(),
    unmade: countOf('Nothing was made of them yet'),
    left: Joi.number(),
    pending: countOf('Held, scheduled, or leaving'),
    paused: Joi.number(),
    refused: countOf('Refused by a mail server, or nobody knows whether they arrived'),
    takenBack: countOf('Drafts again, or deleted'),
    answered: Joi.number(),
    differ: countOf('Edited by hand: a change of the text does not go for them'),
  }),
  next: orNull(instant).description('When the next of it leaves'),
  last: orNull(instant),
});

const row = all({
  position: Joi.number(),
  cells: listOf(text),
  messageId: orNull(Joi.string()).description('What was made of it; null as long as nothing was'),
  differs: Joi.boolean().description('Edited by hand'),
  subject: text,
  departureId: orNull(Joi.string()),
  state: orNull(Joi.valid(...DEPARTURE_STATES)),
  pausedFor: orNull(Joi.valid(...PAUSE_CAUSES)),
  due: orNull(instant),
  leftAt: orNull(instant),
  answered: Joi.boolean(),
});

const finding = all({
  severity: Joi.valid('stop', 'look').description('`stop`: it cannot be scheduled like this'),
  what: Joi.valid('address', 'twice', 'field', 'when', 'file'),
  words: text,
});

const checked = all({
  position: Joi.number(),
  address: text,
  name: text,
  subject: text,
  text,
  at: orNull(instant).description('When it leaves, before what is said about how many in a minute'),
  zone: orNull(Joi.string()),
  place: orNull(text),
  local: orNull(text).description('On the reader’s clock'),
  findings: listOf(finding),
});

export const answers = {
  Batch: batch,
  Batches: all({ batches: listOf(batch) }),
  BatchRows: all({ rows: listOf(row) }),
  BatchRow: all({ position: Joi.number(), cells: listOf(text) }),
  CheckedRows: all({
    rows: listOf(checked),
    next: orNull(Joi.number()).description('The position to go on from; null where all were looked at'),
  }),
  ScheduledBatch: all({
    scheduled: listOf(Joi.number()).description('Positions'),
    left: listOf(all({ position: Joi.number(), address: text, why: text })),
  }),
  TakenBackRows: all({
    rows: listOf(Joi.number()).description('They can be scheduled again'),
    drafts: listOf(Joi.number()).description('Edited by hand: their messages are drafts now'),
    gone: listOf(Joi.number()).description('They have left, or are leaving'),
  }),
  TestedBatch: all({ departures: listOf(Joi.string()) }),
};
