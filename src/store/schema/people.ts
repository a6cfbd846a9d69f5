/** The tables of the people one writes with. */
import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import type { PersonalDate } from '#core/people/personalDate';
import type { ZoneGuess } from '#core/people/zoneEvidence';
import type { WorkingWeek } from '#core/time/dayParts';
import type { Leave } from '#core/time/leave';

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
  /** Whom they work for (ORG, RFC 6350 §6.6.4). */
  organisation: text(),
  /** BCP 47, in which dates and numbers are written to them; null: as the text is (LANG, RFC 6350 §6.4.4). */
  language: text(),
  /** What else is known of them, by names of my own. */
  columns: text({ mode: 'json' }).$type<Record<string, string>>().notNull().default({}),
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
