/** The tables of what is to leave, or has left. */
import { sql } from 'drizzle-orm';
import { blob, index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { AttemptStage, RecipientOutcome } from '#core/departure/outcome';
import type { DepartureState, PauseCause } from '#core/departure/states';
import type { HeldBy } from '#core/hold/decide';
import type { IfTheyWriteFirst, Lateness, Plan } from '#core/plan/plan';
import type { ReportedAction } from '#core/reply/report';
import { messages } from './messages';

export const departures = sqliteTable(
  'departures',
  {
    id: text().primaryKey(),
    /** The account it leaves through, kept by triggers as its identity says; empty for the usual one. */
    account: text().notNull().default(''),
    /** What it sends; the message may be of its own, derived from another. */
    messageId: text()
      .notNull()
      .references(() => messages.id),
    /** The series it is of, and which of its occurrences (RECURRENCE-ID, RFC 5545 §3.8.4.4); null for any other. */
    seriesId: text(),
    occurrence: text(),
    /** It was given something of its own: a series leaves it as it is. */
    differs: integer({ mode: 'boolean' }).notNull().default(false),
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
    /** Message-ID with angle brackets it leaves under, as long as bytes are frozen for it, and once it has left. */
    headerId: text(),
    /** Why it stands still, while it does. */
    pausedFor: text().$type<PauseCause>(),
    /** The rule or the quiet hours that hold it; null where it is held as usual, or not at all. */
    heldBy: text({ mode: 'json' }).$type<HeldBy>(),
    /** What was left of its hold when its clock was stopped, ms; null where it was not held. */
    holdLeft: integer(),
    /** When the first of its readers got it. */
    leftAt: integer(),
    revision: integer().notNull().default(1),
    createdAt: integer().notNull(),
  },
  (table) => [
    index('departures_message').on(table.messageId),
    index('departures_header_id')
      .on(table.headerId)
      .where(sql`header_id IS NOT NULL`),
    index('departures_left')
      .on(table.leftAt)
      .where(sql`left_at IS NOT NULL`),
    // An occurrence leaves once to everybody, whoever plans it, and however often.
    uniqueIndex('departures_occurrence')
      .on(table.seriesId, table.occurrence)
      .where(sql`series_id IS NOT NULL AND reader IS NULL`),
    uniqueIndex('departures_occurrence_copy')
      .on(table.seriesId, table.occurrence, table.reader)
      .where(sql`series_id IS NOT NULL AND reader IS NOT NULL`),
    // Of one series: those above are each of a part of them, and no look-up of all.
    index('departures_series')
      .on(table.seriesId, table.occurrence)
      .where(sql`series_id IS NOT NULL`),
    // What belongs before or after an event moves with that.
    index('departures_event')
      .on(sql`json_extract(plan, '$.event')`)
      .where(sql`json_extract(plan, '$.event') IS NOT NULL`),
    index('departures_state').on(table.state, table.due, table.id),
    // For what is due through one account: another may have thousands waiting.
    index('departures_by_account')
      .on(table.state, table.account, table.due)
      .where(sql`state IN ('held', 'scheduled')`),
    index('departures_untried')
      .on(table.state, table.account, table.due)
      .where(sql`first_attempt_at IS NULL`),
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
    /** Whoever has it open has given a sign of life since. */
    alive: integer({ mode: 'boolean' }).notNull().default(false),
  },
  (table) => [index('leases_departure').on(table.departureId), index('leases_until').on(table.until)],
);

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
    /** The message that said so. */
    messageId: text().references(() => messages.id, { onDelete: 'set null' }),
  },
  (table) => [
    index('receipts_departure').on(table.departureId),
    index('receipts_message')
      .on(table.messageId)
      .where(sql`message_id IS NOT NULL`),
  ],
);

/** The exact bytes of a departure, frozen at its claim, without the attachments that are kept in pieces. */
export const frozen = sqliteTable('frozen', {
  departureId: text()
    .primaryKey()
    .references(() => departures.id, { onDelete: 'cascade' }),
  bytes: blob({ mode: 'buffer' }).notNull(),
  /** What it says with its fields filled; null where it says what its message says. */
  filled: text({ mode: 'json' }).$type<FilledWords>(),
});

/** A message as its readers have it. */
export interface FilledWords {
  subject: string;
  text: string;
  html: string | null;
}
