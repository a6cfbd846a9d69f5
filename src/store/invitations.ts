/** What messages do with events: those that came in, and mine. */
import { asc, eq, sql } from 'drizzle-orm';
import { invitations, messageCalendars } from './schema';
import { built } from './built';
import type { Reading, Tx } from './store';

export type InvitationRow = typeof invitations.$inferSelect;
export type MessageCalendar = typeof messageCalendars.$inferSelect;

const ofMessage = built((db) =>
  db
    .select()
    .from(invitations)
    .where(eq(invitations.messageId, sql.placeholder('message')))
    .prepare(),
);

export const invitationOf = (db: Reading, messageId: string): InvitationRow | undefined =>
  ofMessage(db).get({ message: messageId });

/** All that came about one event. */
export const invitationsOf = (db: Reading, uid: string): InvitationRow[] =>
  db.select().from(invitations).where(eq(invitations.uid, uid)).all();

export const insertInvitation = (tx: Tx, row: typeof invitations.$inferInsert): void =>
  void tx.insert(invitations).values(row).onConflictDoNothing().run();

export const changeInvitation = (tx: Tx, messageId: string, patch: Partial<InvitationRow>): void =>
  void tx.update(invitations).set(patch).where(eq(invitations.messageId, messageId)).run();

const saidBy = built((db) =>
  db
    .select()
    .from(messageCalendars)
    .where(eq(messageCalendars.messageId, sql.placeholder('message')))
    .prepare(),
);

/** What a message of mine says to calendar programs. */
export const calendarOf = (db: Reading, messageId: string): MessageCalendar | undefined =>
  saidBy(db).get({ message: messageId });

/** Messages that tell of an event of mine, oldest first. */
export const toldOf = (db: Reading, eventId: string): MessageCalendar[] =>
  db
    .select()
    .from(messageCalendars)
    .where(eq(messageCalendars.eventId, eventId))
    .orderBy(asc(sql`rowid`))
    .all();

export const insertCalendar = (tx: Tx, row: typeof messageCalendars.$inferInsert): void =>
  void tx.insert(messageCalendars).values(row).run();
