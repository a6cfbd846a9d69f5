/** The tables of the calendar. */
import { sql } from 'drizzle-orm';
import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { Attendee, EventStatus } from '#core/calendar/event';
import type { InvitationAnswer, Method } from '#core/calendar/invitation';
import type { EventEntry } from '#core/formats/eventFile';
import { messages } from './messages';

export const events = sqliteTable(
  'events',
  {
    id: text().primaryKey(),
    /** RFC 5545 §3.8.4.7. */
    uid: text().notNull(),
    /** Which occurrence it stands for (RECURRENCE-ID, RFC 5545 §3.8.4.4); empty for the event itself. */
    occurrence: text().notNull().default(''),
    /** The event of which it stands for an occurrence; null too where only that occurrence is known. */
    masterId: text(),
    summary: text().notNull(),
    description: text().notNull().default(''),
    location: text().notNull().default(''),
    /** As {@link EventWhen} has them. */
    start: text().notNull(),
    end: text().notNull(),
    zone: text(),
    rrule: text(),
    rdate: text({ mode: 'json' }).$type<readonly string[]>().notNull().default([]),
    exdate: text({ mode: 'json' }).$type<readonly string[]>().notNull().default([]),
    transparent: integer({ mode: 'boolean' }).notNull().default(false),
    status: text().$type<EventStatus>().notNull().default('confirmed'),
    sequence: integer().notNull().default(0),
    /** When what it says was said, epoch ms (DTSTAMP). */
    stamp: integer().notNull(),
    organizer: text({ mode: 'json' }).$type<{ name: string; address: string }>(),
    attendees: text({ mode: 'json' }).$type<readonly Attendee[]>().notNull().default([]),
    /** From when to when it is, all its occurrences, epoch ms; null: it has no end. */
    startsAt: integer().notNull(),
    endsAt: integer(),
    /** It recurs, or is longer than a week: it is looked for by its end. */
    spans: integer({ mode: 'boolean' }).notNull(),
    revision: integer().notNull().default(1),
    createdAt: integer().notNull(),
    deletedAt: integer(),
  },
  (table) => [
    uniqueIndex('events_uid').on(table.uid, table.occurrence),
    index('events_short')
      .on(table.startsAt)
      .where(sql`spans = 0 AND deleted_at IS NULL`),
    index('events_spanning')
      .on(table.endsAt)
      .where(sql`spans = 1 AND deleted_at IS NULL`),
    index('events_master')
      .on(table.masterId)
      .where(sql`master_id IS NOT NULL`),
  ],
);

/** Who is at which event, to be found by their address; made anew from the event whenever that is written. */
export const eventPeople = sqliteTable(
  'event_people',
  {
    /** As addresses are compared. */
    address: text().notNull(),
    eventId: text()
      .notNull()
      .references(() => events.id, { onDelete: 'cascade' }),
  },
  (table) => [
    primaryKey({ columns: [table.address, table.eventId] }),
    index('event_people_event').on(table.eventId),
  ],
);

/** What messages that came in do with events (iMIP, RFC 6047), and what became of it. */
export const invitations = sqliteTable(
  'invitations',
  {
    messageId: text()
      .primaryKey()
      .references(() => messages.id, { onDelete: 'cascade' }),
    method: text().$type<Method>().notNull(),
    uid: text().notNull(),
    entries: text({ mode: 'json' }).$type<readonly EventEntry[]>().notNull(),
    /** What it changed here when it came, in words; null where it changed nothing. */
    did: text(),
    /** What I answered, and by which message of mine. */
    answer: text().$type<InvitationAnswer>(),
    answeredBy: text(),
  },
  (table) => [index('invitations_uid').on(table.uid)],
);

/** What messages of mine say to calendar programs. */
export const messageCalendars = sqliteTable(
  'message_calendars',
  {
    messageId: text()
      .primaryKey()
      .references(() => messages.id, { onDelete: 'cascade' }),
    method: text().$type<Method>().notNull(),
    /** The event of mine that is told of as it is when the message leaves; null: what is said stands in `text`. */
    eventId: text(),
    text: text(),
    /** What it is called, for whoever looks at the message. */
    summary: text().notNull(),
  },
  (table) => [
    index('message_calendars_event')
      .on(table.eventId)
      .where(sql`event_id IS NOT NULL`),
  ],
);
