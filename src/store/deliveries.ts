/** What became of a departure for each reader, and what is on its way to whom. */
import { and, eq, inArray, ne, or, sql } from 'drizzle-orm';
import { addressKey } from '#core/message/address';
import { PENDING_STATES } from '#core/departure/states';
import type { RecipientOutcome } from '#core/departure/outcome';
import { deliveries, departures, messages } from './schema';
import { built, placeholders, rowsBy, written } from './built';
import { insertMany } from './many';
import type { Reading, Tx } from './store';
import type { Departure } from './departures';

export type Delivery = typeof deliveries.$inferSelect;

const deliveriesOfOne = rowsBy(deliveries, () => eq(deliveries.departureId, sql.placeholder('id')));

export function deliveriesOf(db: Reading, departureIds: string[]): Delivery[] {
  if (departureIds.length === 0) return [];
  if (departureIds.length === 1) return deliveriesOfOne(db, { id: departureIds[0] });
  return db.select().from(deliveries).where(inArray(deliveries.departureId, departureIds)).all();
}

const notAccepted = built((db) =>
  db
    .delete(deliveries)
    .where(and(eq(deliveries.departureId, sql.placeholder('id')), ne(deliveries.status, 'accepted')))
    .prepare(),
);

/** Replaces the list of those a departure goes to: all of them wait, but who has it has it, whatever the list says. */
export function setDeliveries(tx: Tx, departureId: string, addresses: readonly string[]): void {
  notAccepted(tx).run({ id: departureId });
  const served = new Set(deliveriesOf(tx, [departureId]).map(({ address }) => addressKey(address)));
  const waiting = addresses.filter((address) => !served.has(addressKey(address)));
  insertMany(
    tx,
    'INTO deliveries (departure_id, address, status)',
    waiting.map((address) => [departureId, address, 'waiting']),
  );
}

const backToWaiting = built((db) =>
  db
    .update(deliveries)
    .set({ status: 'waiting', answer: '' })
    .where(
      and(
        eq(deliveries.departureId, sql.placeholder('departureId')),
        sql`${deliveries.status} IN (SELECT value FROM json_each(${sql.placeholder('statuses')}))`,
      ),
    )
    .prepare(),
);

/** Those who have not got it wait again, whatever became of them before. */
export const waitAgain = (tx: Tx, departureId: string, statuses: Delivery['status'][]): void =>
  void backToWaiting(tx).run({ departureId, statuses: JSON.stringify(statuses) });

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

const setOutcome = written((db) =>
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
    ),
);

export function recordOutcomes(tx: Tx, departureId: string, outcomes: readonly RecipientOutcome[]): void {
  for (const { address, status, answer } of outcomes)
    setOutcome(tx, { departureId, address, status, answer });
}
