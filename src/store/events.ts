/** Events of the calendar, and what stands for their occurrences. */
import { and, asc, eq, gt, inArray, isNotNull, isNull, lt, ne, or, sql } from 'drizzle-orm';
import { addressKey } from '#core/message/address';
import { eventPeople, events } from './schema';
import { among, built } from './built';
import type { Reading, Tx } from './store';

export type EventRow = typeof events.$inferSelect;

export const findEvent = (db: Reading, id: string): EventRow | undefined =>
  db.select().from(events).where(eq(events.id, id)).get();

const byUid = built((db) =>
  db
    .select()
    .from(events)
    .where(and(eq(events.uid, sql.placeholder('uid')), eq(events.occurrence, sql.placeholder('occurrence'))))
    .prepare(),
);

/** Deleted ones too. @param occurrence empty for the event itself */
export const eventByUid = (db: Reading, uid: string, occurrence = ''): EventRow | undefined =>
  byUid(db).get({ uid, occurrence });

const alive = isNull(events.deletedAt);

/** What stands for occurrences of these events, deleted ones left out. */
export const exceptionsOf = (db: Reading, masterIds: readonly string[]): EventRow[] =>
  masterIds.length === 0
    ? []
    : db
        .select()
        .from(events)
        .where(and(inArray(events.masterId, [...masterIds]), alive))
        .orderBy(asc(events.startsAt))
        .all();

/** Which occurrences are stood for, by event. */
export function exceptedOf(db: Reading): Map<string, Set<string>> {
  const found = new Map<string, Set<string>>();
  for (const { masterId, occurrence } of exceptions(db).all()) {
    const known = found.get(masterId!);
    if (known) known.add(occurrence);
    else found.set(masterId!, new Set([occurrence]));
  }
  return found;
}

const exceptions = built((db) =>
  db
    .select({ masterId: events.masterId, occurrence: events.occurrence })
    .from(events)
    .where(and(isNotNull(events.masterId), alive))
    .prepare(),
);

/** What of an event says when it is: the rest of those that are not in a span is not read. */
export type Timed = Pick<EventRow, 'id' | 'start' | 'end' | 'zone' | 'rrule' | 'rdate' | 'exdate'>;

const within = built((db) => {
  const { id, start, end, zone, rrule, rdate, exdate } = events;
  const timed = { id, start, end, zone, rrule, rdate, exdate };
  const until = sql.placeholder('until');
  return {
    short: db
      .select(timed)
      .from(events)
      .where(
        and(
          eq(events.spans, false),
          alive,
          lt(events.startsAt, until),
          gt(events.startsAt, sql.placeholder('begin')),
        ),
      )
      .prepare(),
    spanning: db
      .select(timed)
      .from(events)
      .where(
        and(
          eq(events.spans, true),
          alive,
          lt(events.startsAt, until),
          or(isNull(events.endsAt), gt(events.endsAt, sql.placeholder('from'))),
        ),
      )
      .prepare(),
  };
});

/** Longer ones are looked for by their end. */
export const SHORT_MS = 7 * 86_400_000;

/** Those that may be within a span. @param from @param until epoch ms */
export function eventsWithin(db: Reading, from: number, until: number): Timed[] {
  const { short, spanning } = within(db);
  return [...short.all({ begin: from - SHORT_MS - 1, until }), ...spanning.all({ from, until })];
}

const some = built((db) => db.select().from(events).where(among(events.id)).prepare());

export const eventsById = (db: Reading, ids: readonly string[]): Map<string, EventRow> =>
  new Map(
    some(db)
      .all({ ids: JSON.stringify(ids) })
      .map((row) => [row.id, row]),
  );

/** All that is not deleted, an event before what stands for its occurrences; none of those whose event is deleted. */
export function allEvents(db: Reading): EventRow[] {
  const rows = db.select().from(events).where(alive).orderBy(asc(events.uid), asc(events.occurrence)).all();
  const there = new Set(rows.map(({ id }) => id));
  return rows.filter(({ masterId }) => masterId === null || there.has(masterId));
}

const marks = built((db) => {
  const { id, uid, revision, masterId } = events;
  return db
    .select({ id, uid, revision, masterId })
    .from(events)
    .where(alive)
    .orderBy(asc(uid), asc(id))
    .prepare();
});

/** Of each event by its UID what changes whenever anything of it does: cheap, however many there are. */
export function eventMarks(db: Reading): Map<string, string> {
  const rows = marks(db).all();
  const there = new Set(rows.map(({ id }) => id));
  const all = new Map<string, string>();
  for (const { id, uid, revision, masterId } of rows) {
    if (masterId !== null && !there.has(masterId)) continue;
    all.set(uid, `${all.get(uid) ?? ''} ${id}:${revision}`);
  }
  return all;
}

const ofUid = built((db) =>
  db
    .select()
    .from(events)
    .where(and(eq(events.uid, sql.placeholder('uid')), alive))
    .orderBy(asc(events.occurrence))
    .prepare(),
);

/** All that is said of one event, as {@link allEvents} has it. */
export function eventsOfUid(db: Reading, uid: string): EventRow[] {
  const rows = ofUid(db).all({ uid });
  const there = new Set(rows.map(({ id }) => id));
  return rows.filter(({ masterId }) => masterId === null || there.has(masterId));
}

/** Those somebody is at that are not over, and go on. @param after epoch ms */
export function eventsWith(db: Reading, addresses: readonly string[], after: number): EventRow[] {
  if (addresses.length === 0) return [];
  const theirs = db
    .select({ id: eventPeople.eventId })
    .from(eventPeople)
    .where(inArray(eventPeople.address, addresses.map(addressKey)));
  return db
    .select()
    .from(events)
    .where(
      and(
        inArray(events.id, theirs),
        alive,
        ne(events.status, 'cancelled'),
        or(isNull(events.endsAt), gt(events.endsAt, after)),
      ),
    )
    .all();
}

/** Those on my clock, wherever that is: when they are is another time in another zone. */
export const floatingEvents = (db: Reading): EventRow[] =>
  db.select().from(events).where(isNull(events.zone)).all();

function notePeople(tx: Tx, { id, attendees, organizer }: EventRow): void {
  tx.delete(eventPeople).where(eq(eventPeople.eventId, id)).run();
  const all = [...attendees, ...(organizer ? [organizer] : [])];
  const keys = new Set(all.map(({ address }) => addressKey(address)));
  for (const address of keys) tx.insert(eventPeople).values({ address, eventId: id }).run();
}

export function insertEvent(tx: Tx, row: typeof events.$inferInsert): EventRow {
  const made = tx.insert(events).values(row).returning().get();
  notePeople(tx, made);
  return made;
}

/** Compare-and-swap on the revision; undefined if someone else changed it first. */
export function swapEvent(
  tx: Tx,
  { id, revision }: EventRow,
  patch: Partial<EventRow>,
): EventRow | undefined {
  const next = tx
    .update(events)
    .set({ ...patch, revision: revision + 1 })
    .where(and(eq(events.id, id), eq(events.revision, revision)))
    .returning()
    .get();
  if (next && (patch.attendees ?? patch.organizer) !== undefined) notePeople(tx, next);
  return next;
}

/** Puts a row in the place of the one of that id, or takes it away. */
export function putEventRow(tx: Tx, id: string, row: EventRow | null): void {
  tx.delete(events).where(eq(events.id, id)).run();
  if (!row) return;
  tx.insert(events).values(row).run();
  notePeople(tx, row);
}

/** With what stands for their times. @param until epoch ms */
export function dropEventsDeletedBefore(tx: Tx, until: number): void {
  const gone = tx.select({ id: events.id }).from(events).where(lt(events.deletedAt, until));
  tx.delete(events).where(inArray(events.masterId, gone)).run();
  tx.delete(events).where(lt(events.deletedAt, until)).run();
}

/** Names of coming events, soonest first, to tell by its name which one is meant. @param after epoch ms */
export const namedEvents = (db: Reading, after: number, most: number): EventRow[] =>
  db
    .select()
    .from(events)
    .where(and(alive, ne(events.status, 'cancelled'), or(isNull(events.endsAt), gt(events.endsAt, after))))
    .orderBy(asc(events.startsAt))
    .limit(most)
    .all();
