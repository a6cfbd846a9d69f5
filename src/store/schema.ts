/** The tables. Times are epoch milliseconds, in sandbox time where the database is a sandbox. */
import { sql } from 'drizzle-orm';
import {
  blob,
  index,
  integer,
  primaryKey,
  real,
  sqliteTable,
  text,
  uniqueIndex,
} from 'drizzle-orm/sqlite-core';
import type { AttemptStage, RecipientOutcome } from '../core/departure/outcome';
import type { DepartureState, PauseCause } from '../core/departure/states';
import type { HeldBy } from '../core/hold/decide';
import type { Importance, Sensitivity } from '../core/message/details';
import type { IfTheyWriteFirst, Lateness, Plan } from '../core/plan/plan';
import type { PersonalDate } from '../core/people/personalDate';
import type { ZoneGuess } from '../core/people/zoneEvidence';
import type { ReportedAction } from '../core/reply/report';
import type { WorkingWeek } from '../core/time/dayParts';
import type { Leave } from '../core/time/leave';

/** Why a message came back: what it waited for, and since when (epoch ms). */
export interface ReturnedWhy {
  kind: 'snooze';
  since: number;
}

/** What the database is; written once when it is made. */
export const meta = sqliteTable('meta', { key: text().primaryKey(), value: text().notNull() });

/** One JSON value per setting. */
export const settings = sqliteTable('settings', {
  key: text().primaryKey(),
  value: text({ mode: 'json' }).notNull(),
});

/** The sandbox clock, one row with id 1; empty where the system clock rules. */
export const clock = sqliteTable('clock', {
  id: integer().primaryKey(),
  realAnchor: integer().notNull(),
  anchor: integer().notNull(),
  rate: real().notNull(),
  target: integer(),
  barrier: integer(),
});

export const correspondents = sqliteTable('correspondents', {
  id: text().primaryKey(),
  name: text().notNull(),
  /** IANA zone; null where it is not known, or not confirmed. */
  zone: text(),
  /** What their mail says about their zone, while it is not confirmed. */
  zoneGuess: text({ mode: 'json' }).$type<ZoneGuess>(),
  /** Where they are, in words. */
  place: text(),
  /** ISO 3166-1 alpha-2, and the region's code after the hyphen of ISO 3166-2: whose holidays they have. */
  country: text(),
  region: text(),
  /** null: office hours. */
  week: text({ mode: 'json' }).$type<WorkingWeek>(),
  leave: text({ mode: 'json' }).$type<Leave[]>().notNull().default([]),
  dates: text({ mode: 'json' }).$type<PersonalDate[]>().notNull().default([]),
});

/** Named sets of correspondents. */
export const groups = sqliteTable('groups', { id: text().primaryKey(), name: text().notNull() });

export const groupMembers = sqliteTable(
  'group_members',
  {
    groupId: text()
      .notNull()
      .references(() => groups.id, { onDelete: 'cascade' }),
    correspondentId: text()
      .notNull()
      .references(() => correspondents.id, { onDelete: 'cascade' }),
  },
  (table) => [
    primaryKey({ columns: [table.groupId, table.correspondentId] }),
    index('group_members_person').on(table.correspondentId),
  ],
);

/** Public holidays read from a calendar file, for places of which no calendar ships with the product. */
export const holidays = sqliteTable(
  'holidays',
  {
    country: text().notNull(),
    /** `2026-10-20` */
    date: text().notNull(),
    name: text().notNull(),
  },
  (table) => [primaryKey({ columns: [table.country, table.date] })],
);

export const correspondentAddresses = sqliteTable(
  'correspondent_addresses',
  {
    /** Lower case. */
    address: text().primaryKey(),
    correspondentId: text()
      .notNull()
      .references(() => correspondents.id, { onDelete: 'cascade' }),
  },
  (table) => [index('correspondent_addresses_owner').on(table.correspondentId)],
);

export const threads = sqliteTable('threads', {
  id: text().primaryKey(),
  /** Without “Re:”. */
  subject: text().notNull(),
});

export const messages = sqliteTable(
  'messages',
  {
    id: text().primaryKey(),
    threadId: text()
      .notNull()
      .references(() => threads.id),
    direction: text({ enum: ['in', 'out'] }).notNull(),
    /** Message-ID with angle brackets; for outgoing ones known from the claim on. */
    headerId: text(),
    inReplyTo: text(),
    references: text({ mode: 'json' }).$type<string[]>().notNull(),
    fromName: text().notNull(),
    fromAddress: text().notNull(),
    subject: text().notNull(),
    text: text().notNull(),
    html: text(),
    /** Which of my identities it is from; null: the main one. */
    identity: text(),
    importance: text().$type<Importance>().notNull().default('normal'),
    sensitivity: text().$type<Sensitivity>().notNull().default('none'),
    /** Asks the mail servers to say that it was delivered (RFC 3461). */
    deliveryReceipt: integer({ mode: 'boolean' }).notNull().default(false),
    /** Asks the reader to say that it was seen (RFC 8098). */
    readReceipt: integer({ mode: 'boolean' }).notNull().default(false),
    /** The folder that keeps the sent copy; null where none is kept. */
    keptIn: text().default('Sent'),
    /** Written by no person (RFC 3834). */
    automatic: integer({ mode: 'boolean' }).notNull().default(false),
    /** When it arrived or left; until it left, when it was last changed. */
    at: integer().notNull(),
    /** What its own Date header says, epoch ms, and the offset it carries, minutes; null where there is none. */
    writtenAt: integer(),
    writtenOffset: integer(),
    /** Where an incoming message is. */
    place: text({ enum: ['inbox', 'snoozed', 'archive'] }),
    /** When it last came back into the inbox, and why. */
    returnedAt: integer(),
    returnedWhy: text({ mode: 'json' }).$type<ReturnedWhy>(),
    revision: integer().notNull().default(1),
    createdAt: integer().notNull(),
    deletedAt: integer(),
  },
  (table) => [
    index('messages_header_id').on(table.headerId),
    index('messages_thread').on(table.threadId, table.at),
    index('messages_place').on(table.place, table.at),
    index('messages_from').on(sql`lower(${table.fromAddress})`, table.at),
    index('messages_in_reply_to').on(table.inReplyTo),
  ],
);

/** The ids a message names in References and In-Reply-To, so that parents arriving late find their children. */
export const messageReferences = sqliteTable(
  'message_references',
  {
    headerId: text().notNull(),
    messageId: text()
      .notNull()
      .references(() => messages.id, { onDelete: 'cascade' }),
  },
  (table) => [primaryKey({ columns: [table.headerId, table.messageId] })],
);

export const recipients = sqliteTable(
  'recipients',
  {
    messageId: text()
      .notNull()
      .references(() => messages.id, { onDelete: 'cascade' }),
    field: text({ enum: ['to', 'cc', 'bcc', 'replyTo'] }).notNull(),
    position: integer().notNull(),
    name: text().notNull(),
    /** Empty where a group is named. */
    address: text().notNull(),
    groupId: text(),
  },
  (table) => [
    primaryKey({ columns: [table.messageId, table.field, table.position] }),
    index('recipients_group')
      .on(table.groupId)
      .where(sql`group_id IS NOT NULL`),
  ],
);

/** What is attached to a message; of an incoming one the bytes are in its source. */
export const attachments = sqliteTable(
  'attachments',
  {
    id: text().primaryKey(),
    messageId: text()
      .notNull()
      .references(() => messages.id, { onDelete: 'cascade' }),
    position: integer().notNull(),
    name: text().notNull(),
    /** Media type, lower case, without parameters. */
    type: text().notNull(),
    /** Bytes in all, and how many of them are here. */
    size: integer().notNull(),
    received: integer().notNull(),
    /** Content-ID without angle brackets, of a picture that stands in the text. */
    contentId: text(),
    /** Which of the attachments in the source it is; null for one added here. */
    part: integer(),
    /** When it was taken out; kept until the message leaves, so that this can be undone. */
    removedAt: integer(),
  },
  (table) => [index('attachments_message').on(table.messageId, table.position)],
);

/** The bytes of attachments added here, in the pieces they came in. */
export const attachmentBytes = sqliteTable(
  'attachment_bytes',
  {
    attachmentId: text()
      .notNull()
      .references(() => attachments.id, { onDelete: 'cascade' }),
    offset: integer().notNull(),
    bytes: blob({ mode: 'buffer' }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.attachmentId, table.offset] })],
);

/** Everybody past mail went to or came from, for completing addresses. */
export const metAddresses = sqliteTable('met_addresses', {
  /** Lower case. */
  address: text().primaryKey(),
  /** As written last. */
  spelled: text().notNull(),
  name: text().notNull(),
  times: integer().notNull(),
  lastAt: integer().notNull(),
});

/** Links that messages carried, so that one copied from a message to somebody else is noticed. */
export const messageLinks = sqliteTable(
  'message_links',
  {
    url: text().notNull(),
    messageId: text()
      .notNull()
      .references(() => messages.id, { onDelete: 'cascade' }),
  },
  (table) => [primaryKey({ columns: [table.url, table.messageId] })],
);

/** The bytes of an incoming message, as they arrived. */
export const sources = sqliteTable('sources', {
  messageId: text()
    .primaryKey()
    .references(() => messages.id, { onDelete: 'cascade' }),
  bytes: blob({ mode: 'buffer' }).notNull(),
});

export const departures = sqliteTable(
  'departures',
  {
    id: text().primaryKey(),
    messageId: text()
      .notNull()
      .references(() => messages.id),
    plan: text({ mode: 'json' }).$type<Plan>().notNull(),
    /** The one address it goes to, where it is an individual copy. */
    reader: text(),
    ifTheyWriteFirst: text().$type<IfTheyWriteFirst>().notNull().default('thread'),
    /** null: until their working day ends. */
    ifOff: text({ mode: 'json' }).$type<Lateness>(),
    state: text().$type<DepartureState>().notNull(),
    /** Why it is in that state, in words, where that needs saying. */
    reason: text(),
    /** When it was meant to leave. */
    meant: integer().notNull(),
    /** When the engine acts on it next: the moment meant, or that of the next attempt. */
    due: integer().notNull(),
    attempts: integer().notNull().default(0),
    firstAttemptAt: integer(),
    stage: text().$type<AttemptStage>(),
    /** Why it stands still, while it does. */
    pausedFor: text().$type<PauseCause>(),
    /** The rule or the quiet hours that hold it; null where it is held as usual, or not at all. */
    heldBy: text({ mode: 'json' }).$type<HeldBy>(),
    /** What was left of its hold when its clock was stopped, ms; null where it was not held. */
    holdLeft: integer(),
    leftAt: integer(),
    revision: integer().notNull().default(1),
    createdAt: integer().notNull(),
  },
  (table) => [
    index('departures_message').on(table.messageId),
    index('departures_state').on(table.state, table.due, table.id),
    // For pages over all states that still matter, in order; SQLite would sort several states by itself.
    index('departures_unsettled')
      .on(table.due, table.id)
      .where(sql`state IN ('held', 'scheduled', 'paused', 'releasing', 'failed', 'unconfirmed')`),
  ],
);

/** Who has a departure open for editing. */
export const leases = sqliteTable(
  'leases',
  {
    token: text().primaryKey(),
    departureId: text()
      .notNull()
      .references(() => departures.id, { onDelete: 'cascade' }),
    /** Revision of the message when it was opened: another one says that something was changed. */
    messageRevision: integer().notNull(),
    /** Real time, epoch ms, whatever clock rules here: a browser gives signs of life in real time. */
    until: integer().notNull(),
  },
  (table) => [index('leases_departure').on(table.departureId)],
);

/** The mail server's state, one row with id 1; no row while nothing is wrong. */
export const mailServer = sqliteTable('mail_server', {
  id: integer().primaryKey(),
  /** What is wrong, in words for the person. */
  trouble: text().notNull(),
  since: integer().notNull(),
  /** Attempts made since then. */
  tries: integer().notNull(),
  nextTry: integer().notNull(),
});

/** What became of a departure for each recipient. */
export const deliveries = sqliteTable(
  'deliveries',
  {
    departureId: text()
      .notNull()
      .references(() => departures.id, { onDelete: 'cascade' }),
    address: text().notNull(),
    status: text().$type<RecipientOutcome['status'] | 'waiting'>().notNull(),
    /** The server's own words. */
    answer: text().notNull().default(''),
  },
  (table) => [
    primaryKey({ columns: [table.departureId, table.address] }),
    index('deliveries_address').on(sql`lower(${table.address})`),
  ],
);

/** What came back about a departure: receipts of its delivery (RFC 3464) and of its being seen (RFC 8098). */
export const receipts = sqliteTable(
  'receipts',
  {
    id: integer().primaryKey({ autoIncrement: true }),
    departureId: text()
      .notNull()
      .references(() => departures.id, { onDelete: 'cascade' }),
    /** Whom it is about, lower case; empty where the report does not say. */
    address: text().notNull(),
    action: text().$type<ReportedAction>().notNull(),
    /** The other server's words. */
    words: text().notNull(),
    at: integer().notNull(),
  },
  (table) => [index('receipts_departure').on(table.departureId)],
);

/** The exact bytes of a departure, frozen at its claim. */
export const frozen = sqliteTable(
  'frozen',
  {
    departureId: text()
      .primaryKey()
      .references(() => departures.id, { onDelete: 'cascade' }),
    headerId: text().notNull(),
    bytes: blob({ mode: 'buffer' }).notNull(),
  },
  (table) => [index('frozen_header_id').on(table.headerId)],
);

/** What is to come back into the inbox at a moment. */
export const returns = sqliteTable(
  'returns',
  {
    id: text().primaryKey(),
    messageId: text()
      .notNull()
      .references(() => messages.id),
    kind: text({ enum: ['snooze'] }).notNull(),
    due: integer().notNull(),
    state: text({ enum: ['waiting', 'returned', 'ended'] }).notNull(),
    createdAt: integer().notNull(),
  },
  (table) => [
    index('returns_due')
      .on(table.due)
      .where(sql`state = 'waiting'`),
    uniqueIndex('returns_one_waiting')
      .on(table.messageId)
      .where(sql`state = 'waiting'`),
  ],
);

/** Everything that happened to a message or departure; shown as its history. */
export const journal = sqliteTable(
  'journal',
  {
    id: integer().primaryKey({ autoIncrement: true }),
    at: integer().notNull(),
    messageId: text().notNull(),
    departureId: text(),
    what: text().notNull(),
    from: text(),
    to: text(),
    why: text(),
  },
  (table) => [index('journal_message').on(table.messageId, table.id)],
);

/** What changed, for live updates: followed by `seq`. */
export const changes = sqliteTable('changes', {
  seq: integer().primaryKey({ autoIncrement: true }),
  topic: text({
    enum: ['departure', 'message', 'return', 'settings', 'clock', 'correspondent', 'health'],
  }).notNull(),
  ref: text().notNull(),
});
