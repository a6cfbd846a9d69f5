/** Departures, their deliveries and frozen bytes. */
import {
  and,
  asc,
  count,
  desc,
  eq,
  gte,
  inArray,
  isNull,
  lt,
  lte,
  min,
  ne,
  or,
  sql,
  type SQL,
} from 'drizzle-orm';
import { addressKey } from '#core/message/address';
import { PENDING_STATES, UNSETTLED_STATES, type DepartureState } from '#core/departure/states';
import type { AttemptStage, RecipientOutcome } from '#core/departure/outcome';
import { deliveries, departures, frozen, messages } from './schema';
import { built, builtBy, columnsOf, placeholders } from './built';
import type { Reading, Tx } from './store';
import type { SearchQuery } from '#core/search/query';
import { messageFits } from './search';

export type Departure = typeof departures.$inferSelect;
export type Delivery = typeof deliveries.$inferSelect;

const byId = built((db) =>
  db
    .select()
    .from(departures)
    .where(eq(departures.id, sql.placeholder('id')))
    .prepare(),
);

export function findDeparture(db: Reading, id: string): Departure | undefined {
  return byId(db).get({ id });
}

/** The departures of a message, oldest first. */
export function departuresOf(db: Reading, messageId: string): Departure[] {
  return db
    .select()
    .from(departures)
    .where(eq(departures.messageId, messageId))
    .orderBy(departures.createdAt)
    .all();
}

export function insertDeparture(tx: Tx, departure: typeof departures.$inferInsert): Departure {
  return tx.insert(departures).values(departure).returning().get();
}

const swap = builtBy((db, columns) =>
  db
    .update(departures)
    .set(placeholders(columns))
    .where(
      and(
        eq(departures.id, sql.placeholder('seenId')),
        eq(departures.revision, sql.placeholder('seenRevision')),
      ),
    )
    .returning()
    .prepare(),
);

/**
 * Compare-and-swap on the revision.
 * @returns the departure as it now is, or undefined if someone else changed it first
 */
export function swapDeparture(tx: Tx, seen: Departure, patch: Partial<Departure>): Departure | undefined {
  const values = { ...patch, revision: seen.revision + 1 };
  return swap(tx, columnsOf(values)).get({ ...values, seenId: seen.id, seenRevision: seen.revision });
}

const stage = built((db) =>
  db
    .update(departures)
    .set(placeholders('stage revision'))
    .where(
      and(eq(departures.id, sql.placeholder('id')), eq(departures.revision, sql.placeholder('seenRevision'))),
    )
    .prepare(),
);

/** {@link swapDeparture} of nothing but the stage, for what happens with every release. */
export function swapStage(tx: Tx, seen: Departure, next: AttemptStage): Departure | undefined {
  const { id, revision } = seen;
  const { changes } = stage(tx).run({ id, seenRevision: revision, stage: next, revision: revision + 1 });
  return changes === 1 ? { ...seen, stage: next, revision: revision + 1 } : undefined;
}

const earliest = builtBy((db, state) =>
  db
    .select({ due: min(departures.due) })
    .from(departures)
    .where(eq(departures.state, state as DepartureState))
    .prepare(),
);

/** The earliest moment at which a pending departure is due, epoch ms; null where none is. */
export function nextDepartureDue(db: Reading): number | null {
  // One look at the index for each state; over both states at once SQLite would read them whole.
  const dues = PENDING_STATES.map((state) => earliest(db, state).get()!.due).filter((due) => due !== null);
  return dues.length ? Math.min(...dues) : null;
}

const dueIn = builtBy((db, state) =>
  db
    .select({ id: departures.id, due: departures.due, createdAt: departures.createdAt })
    .from(departures)
    .where(and(eq(departures.state, state as DepartureState), lte(departures.due, sql.placeholder('now'))))
    .orderBy(asc(departures.due), asc(departures.id))
    .limit(sql.placeholder('limit'))
    .prepare(),
);

/** Pending departures due by `now`, in due order. */
export function dueDepartures(db: Reading, now: number, limit: number): { id: string; due: number }[] {
  return PENDING_STATES.flatMap((state) => dueIn(db, state).all({ now, limit }))
    .sort((a, b) => a.due - b.due || a.createdAt - b.createdAt)
    .slice(0, limit);
}

const untriedIn = builtBy((db, state) =>
  db
    .select()
    .from(departures)
    .where(
      and(
        eq(departures.state, state as DepartureState),
        lte(departures.due, sql.placeholder('now')),
        isNull(departures.firstAttemptAt),
      ),
    )
    .orderBy(asc(departures.due), asc(departures.id))
    .limit(sql.placeholder('limit'))
    .prepare(),
);

/** Pending departures due by `now` that nobody has tried yet, in due order. */
export function untriedDue(db: Reading, now: number, limit = -1): Departure[] {
  return PENDING_STATES.flatMap((state) => untriedIn(db, state).all({ now, limit })).sort(
    (a, b) => a.due - b.due,
  );
}

/** The earliest moment of a pending departure that nobody has tried yet, epoch ms; null where there is none. @param without left out */
export function nextUntried(db: Reading, without: readonly string[] = []): number | null {
  const first = untriedDue(db, Number.MAX_SAFE_INTEGER, 1 + without.length).find(
    ({ id }) => !without.includes(id),
  );
  return first?.due ?? null;
}

/** How many pending departures are due by a moment. */
export function countDue(db: Reading, by: number): number {
  return db
    .select({ n: count() })
    .from(departures)
    .where(and(inArray(departures.state, [...PENDING_STATES]), lte(departures.due, by)))
    .get()!.n;
}

/** How many pending departures are due by a moment, counted up to `limit`. */
export function countDueBy(db: Reading, by: number, limit: number): number {
  return dueDepartures(db, by, limit).length;
}

export function departuresInState(db: Reading, state: DepartureState): Departure[] {
  return db.select().from(departures).where(eq(departures.state, state)).orderBy(departures.due).all();
}

/** As the index over them says it, letter by letter: else SQLite does not see that it may use it. */
const UNSETTLED = sql`state IN ('held', 'scheduled', 'paused', 'releasing', 'failed', 'unconfirmed')`;

function inStates(states: readonly DepartureState[]): SQL {
  const unsettled =
    UNSETTLED_STATES.length === states.length && UNSETTLED_STATES.every((each) => states.includes(each));
  return unsettled ? UNSETTLED : inArray(departures.state, [...states]);
}

export interface DepartureFilter {
  states?: readonly DepartureState[];
  /** Due at or after / before, epoch ms. */
  from?: number;
  until?: number;
  /** Only those after this one in the order. */
  after?: { due: number; id: string };
  newestFirst?: boolean;
  /** What is looked for in their messages. */
  about?: Pick<SearchQuery, 'groups' | 'withFile'>;
  /** The folder its copy is kept in; empty where none is kept. */
  folder?: string;
  limit: number;
}

/** A page of departures in order of due moment, those of deleted messages left out. */
export function listDepartures(db: Reading, filter: DepartureFilter): Departure[] {
  const conditions: (SQL | undefined)[] = [];
  if (filter.states) conditions.push(inStates(filter.states));
  if (filter.from !== undefined) conditions.push(gte(departures.due, filter.from));
  if (filter.until !== undefined) conditions.push(lt(departures.due, filter.until));
  if (filter.after) {
    const { due, id } = filter.after;
    const beyond = filter.newestFirst
      ? sql`(${departures.due}, ${departures.id}) < (${due}, ${id})`
      : sql`(${departures.due}, ${departures.id}) > (${due}, ${id})`;
    conditions.push(beyond);
  }
  if (filter.about) conditions.push(messageFits(sql`${departures.messageId}`, filter.about));
  if (filter.folder !== undefined)
    conditions.push(
      sql`${departures.messageId} IN (SELECT id FROM messages WHERE coalesce(kept_in, '') = ${filter.folder})`,
    );
  const order = filter.newestFirst
    ? [desc(departures.due), desc(departures.id)]
    : [asc(departures.due), asc(departures.id)];
  return db
    .select()
    .from(departures)
    .where(and(...conditions))
    .orderBy(...order)
    .limit(filter.limit)
    .all();
}

/** Counting goes no further: nobody reads the difference, and it would cost time with every page. */
const COUNTED = 10_000;

const unsettledCount = built((db) =>
  db
    .select({ n: count() })
    .from(db.select({ id: departures.id }).from(departures).where(UNSETTLED).limit(COUNTED).as('some'))
    .prepare(),
);

/** How many departures still matter, counted up to 10,000. */
export function countUnsettled(db: Reading): number {
  return unsettledCount(db).get()!.n;
}

const deliveriesOfOne = built((db) =>
  db
    .select()
    .from(deliveries)
    .where(eq(deliveries.departureId, sql.placeholder('id')))
    .prepare(),
);

export function deliveriesOf(db: Reading, departureIds: string[]): Delivery[] {
  if (departureIds.length === 0) return [];
  if (departureIds.length === 1) return deliveriesOfOne(db).all({ id: departureIds[0] });
  return db.select().from(deliveries).where(inArray(deliveries.departureId, departureIds)).all();
}

/** Replaces the list of those a departure goes to: all of them wait, but who has it has it, whatever the list says. */
export function setDeliveries(tx: Tx, departureId: string, addresses: readonly string[]): void {
  const mine = eq(deliveries.departureId, departureId);
  tx.delete(deliveries)
    .where(and(mine, ne(deliveries.status, 'accepted')))
    .run();
  const served = new Set(
    tx
      .select({ address: deliveries.address })
      .from(deliveries)
      .where(mine)
      .all()
      .map(({ address }) => addressKey(address)),
  );
  for (const address of addresses)
    if (!served.has(addressKey(address)))
      tx.insert(deliveries).values({ departureId, address, status: 'waiting' }).run();
}

/** Those who have not got it wait again, whatever became of them before. */
export const waitAgain = (tx: Tx, departureId: string, statuses: Delivery['status'][]): void =>
  void tx
    .update(deliveries)
    .set({ status: 'waiting', answer: '' })
    .where(and(eq(deliveries.departureId, departureId), inArray(deliveries.status, statuses)))
    .run();

const pendingToThese = built((db) =>
  db
    .select({
      address: sql<string>`lower(${deliveries.address})`,
      at: departures.due,
      subject: messages.subject,
      messageId: messages.id,
    })
    .from(deliveries)
    .innerJoin(departures, eq(departures.id, deliveries.departureId))
    .innerJoin(messages, eq(messages.id, departures.messageId))
    .where(
      and(
        sql`lower(${deliveries.address}) IN (SELECT value FROM json_each(${sql.placeholder('addresses')}))`,
        inArray(departures.state, [...PENDING_STATES]),
      ),
    )
    .prepare(),
);

/** What is on its way to these addresses. @param addresses in lower case */
export const pendingTo = (
  db: Reading,
  addresses: readonly string[],
): { address: string; at: number; subject: string; messageId: string }[] =>
  pendingToThese(db).all({ addresses: JSON.stringify(addresses) });

/** Those of some addresses (in lower case) that a message of mine had left for before a moment, epoch ms. */
export function writtenToBefore(db: Reading, addresses: readonly string[], moment: number): Set<string> {
  const rows = db.all<{ address: string }>(sql`
    SELECT DISTINCT lower(deliveries.address) AS address FROM deliveries
    JOIN departures ON departures.id = deliveries.departure_id
    WHERE lower(deliveries.address) IN (SELECT value FROM json_each(${JSON.stringify(addresses)}))
      AND deliveries.status = 'accepted' AND departures.left_at < ${moment}`);
  return new Set(rows.map(({ address }) => address));
}

const waitingForOne = built((db) =>
  db
    .select()
    .from(departures)
    .where(
      and(
        or(inArray(departures.state, [...PENDING_STATES]), eq(departures.state, 'paused')),
        inArray(
          departures.id,
          db
            .select({ id: deliveries.departureId })
            .from(deliveries)
            .where(eq(sql`lower(${deliveries.address})`, sql.placeholder('address'))),
        ),
      ),
    )
    .prepare(),
);

/** The departures on their way to an address, those that stand still included. @param address in lower case */
export const departuresWaitingFor = (db: Reading, address: string): Departure[] =>
  waitingForOne(db).all({ address });

const setOutcome = built((db) =>
  db
    .update(deliveries)
    .set(placeholders('answer status'))
    .where(
      and(
        eq(deliveries.departureId, sql.placeholder('departureId')),
        eq(deliveries.address, sql.placeholder('address')),
        // Who has it has it: a report that says otherwise is a fact beside that.
        ne(deliveries.status, 'accepted'),
      ),
    )
    .prepare(),
);

export function recordOutcomes(tx: Tx, departureId: string, outcomes: readonly RecipientOutcome[]): void {
  for (const { address, status, answer } of outcomes)
    setOutcome(tx).run({ departureId, address, status, answer });
}

const insertFrozen = built((db) =>
  db.insert(frozen).values(placeholders<typeof frozen.$inferInsert>('departureId headerId bytes')).prepare(),
);

export function freeze(tx: Tx, departureId: string, headerId: string, bytes: Buffer): void {
  insertFrozen(tx).run({ departureId, headerId, bytes });
}

const frozenByDeparture = built((db) =>
  db
    .select()
    .from(frozen)
    .where(eq(frozen.departureId, sql.placeholder('id')))
    .prepare(),
);

export function frozenOf(db: Reading, departureId: string): { headerId: string; bytes: Buffer } | undefined {
  return frozenByDeparture(db).get({ id: departureId });
}

/** The Message-ID a departure was frozen with. */
export function frozenIdOf(db: Reading, departureId: string): string | undefined {
  return db
    .select({ headerId: frozen.headerId })
    .from(frozen)
    .where(eq(frozen.departureId, departureId))
    .get()?.headerId;
}

export function thaw(tx: Tx, departureId: string): void {
  tx.delete(frozen).where(eq(frozen.departureId, departureId)).run();
}

/** The departure that left under a Message-ID. */
export function departureOfHeader(db: Reading, headerId: string): Departure | undefined {
  const row = db
    .select({ departure: departures })
    .from(frozen)
    .innerJoin(departures, eq(departures.id, frozen.departureId))
    .where(eq(frozen.headerId, headerId))
    .get();
  return row?.departure;
}

/** What left under a Message-ID, with the message it is of; the bytes are empty where no copy was kept. */
export const frozenUnder = (db: Reading, headerId: string): { messageId: string; bytes: Buffer }[] =>
  db
    .select({ messageId: departures.messageId, bytes: frozen.bytes })
    .from(frozen)
    .innerJoin(departures, eq(departures.id, frozen.departureId))
    .where(eq(frozen.headerId, headerId))
    .all();

/** Forgets the bytes of what left, and keeps the id it left under. */
export function emptyFrozen(tx: Tx, messageId: string): void {
  const ids = tx.select({ id: departures.id }).from(departures).where(eq(departures.messageId, messageId));
  tx.update(frozen)
    .set({ bytes: Buffer.alloc(0) })
    .where(inArray(frozen.departureId, ids))
    .run();
}
