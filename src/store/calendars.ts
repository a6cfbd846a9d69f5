/** Calendars elsewhere that mine follows. */
import { and, asc, count, eq, ne } from 'drizzle-orm';
import { calendarItems, calendars } from './schema';
import type { Reading, Tx } from './store';

export type CalendarRow = typeof calendars.$inferSelect;
export type CalendarItemRow = typeof calendarItems.$inferSelect;

export const allCalendars = (db: Reading): CalendarRow[] =>
  db.select().from(calendars).orderBy(asc(calendars.createdAt), asc(calendars.id)).all();

export const findCalendar = (db: Reading, id: string): CalendarRow | undefined =>
  db.select().from(calendars).where(eq(calendars.id, id)).get();

export const insertCalendarRow = (tx: Tx, row: typeof calendars.$inferInsert): CalendarRow =>
  tx.insert(calendars).values(row).returning().get();

export const changeCalendar = (tx: Tx, id: string, patch: Partial<CalendarRow>): void =>
  void tx.update(calendars).set(patch).where(eq(calendars.id, id)).run();

export const removeCalendar = (tx: Tx, id: string): void =>
  void tx.delete(calendars).where(eq(calendars.id, id)).run();

export const itemsOf = (db: Reading, calendarId: string): CalendarItemRow[] =>
  db.select().from(calendarItems).where(eq(calendarItems.calendarId, calendarId)).all();

export const countItems = (db: Reading, calendarId: string): number =>
  db.select({ n: count() }).from(calendarItems).where(eq(calendarItems.calendarId, calendarId)).get()!.n;

/** UIDs of events that belong to another calendar than this one. */
export const itemsElsewhere = (db: Reading, calendarId: string): Set<string> =>
  new Set(
    db
      .select({ uid: calendarItems.uid })
      .from(calendarItems)
      .where(ne(calendarItems.calendarId, calendarId))
      .all()
      .map(({ uid }) => uid),
  );

export const putItem = (tx: Tx, row: CalendarItemRow): void =>
  void tx
    .insert(calendarItems)
    .values(row)
    .onConflictDoUpdate({ target: [calendarItems.calendarId, calendarItems.uid], set: row })
    .run();

export const dropItem = (tx: Tx, { calendarId, uid }: Pick<CalendarItemRow, 'calendarId' | 'uid'>): void =>
  void tx
    .delete(calendarItems)
    .where(and(eq(calendarItems.calendarId, calendarId), eq(calendarItems.uid, uid)))
    .run();
