import { eq, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { tempDesk } from '#test/support/desk';
import { createDraft } from '#usecases/messages/createDraft';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { givenLimit, rowsBy } from './built';
import { deliveries, departures, messages, recipients } from './schema';

function withDeparture() {
  const { desk } = tempDesk();
  const { id } = createDraft(desk, { to: ['a@x.example'], cc: ['b@x.example'], subject: 'x' });
  const [departure] = scheduleMessage(desk, id, { kind: 'now' });
  return { desk, departure: departure! };
}

describe('whole rows', () => {
  it.each([
    ['messages', messages, messages.id],
    ['departures', departures, departures.messageId],
    ['recipients', recipients, recipients.messageId],
  ] as const)('of %s are what Drizzle reads, names, nothing and what is coded alike', (_, table, column) => {
    const { desk, departure } = withDeparture();
    const { db } = desk.store;
    const id = departure.messageId;
    db.update(messages)
      .set({ fields: { day: { '': 'Ωmega “quoted”' } }, unseen: true, html: '', setAside: [] })
      .where(eq(messages.id, id))
      .run();
    const rows = rowsBy(table, () => eq(column, sql.placeholder('id')));
    const drizzled = db.select().from(table).where(eq(column, id)).all();
    expect(drizzled.length).toBeGreaterThan(0);
    expect(rows(db, { id })).toEqual(drizzled);
    expect(rows(db, { id: 'nobody' })).toEqual([]);
  });

  it('of one connection are not those of another', () => {
    const [one, other] = [withDeparture(), withDeparture()];
    const rows = rowsBy(deliveries, () => eq(deliveries.departureId, sql.placeholder('id')));
    expect(rows(one.desk.store.db, { id: one.departure.id })).not.toEqual([]);
    expect(rows(other.desk.store.db, { id: one.departure.id })).toEqual([]);
  });
});

it('a limit is given with the values, and is none where it is less than 0', () => {
  const { db } = withDeparture().desk.store;
  const query = db
    .select({ n: sql<number>`value` })
    .from(sql`json_each('[1,2,3]')`)
    .limit(givenLimit())
    .prepare();
  const lengths = [0, 2, 9, -1].map((limit) => query.all({ limit }).length);
  expect(lengths).toEqual([0, 2, 3, 3]);
});
