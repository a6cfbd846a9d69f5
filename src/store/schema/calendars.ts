/** The tables of calendars elsewhere that mine follows. */
import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';

export const CALENDAR_KINDS = ['file', 'caldav'] as const;
export type CalendarKind = (typeof CALENDAR_KINDS)[number];

export const calendars = sqliteTable('calendars', {
  id: text().primaryKey(),
  kind: text().$type<CalendarKind>().notNull(),
  name: text().notNull(),
  /** A file or a folder; of a server the address of the calendar. */
  place: text().notNull(),
  user: text().notNull().default(''),
  password: text().notNull().default(''),
  /** New events of mine are put there: of one at most. */
  takesNew: integer({ mode: 'boolean' }).notNull().default(false),
  /** When it was last the same here and there, epoch ms. */
  agreedAt: integer(),
  /** Why it is not by now, in words. */
  trouble: text(),
  createdAt: integer().notNull(),
});

/** How each event stood when both sides last agreed. */
export const calendarItems = sqliteTable(
  'calendar_items',
  {
    calendarId: text()
      .notNull()
      .references(() => calendars.id, { onDelete: 'cascade' }),
    uid: text().notNull(),
    /** What it is there: a path. */
    href: text().notNull(),
    etag: text().notNull(),
    /** Fingerprint of what it is here. */
    print: text().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.calendarId, table.uid] }),
    index('calendar_items_uid').on(table.uid),
  ],
);
