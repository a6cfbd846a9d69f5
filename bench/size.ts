/** What size costs: the same questions over a thousand and over a million departures. */
import { sql } from 'drizzle-orm';
import { listDepartures } from '#usecases/departures/departureView';
import { openDesk, type Desk } from '#usecases/desk';
import { UNSETTLED_STATES } from '#core/departure/states';
import { prepareData } from '#usecases/prepareData';
import { dueNow, nextRelease } from '#usecases/release/dueWork';
import { median, milliseconds, tempData, type Row } from './support';

/** Fills the tables by SQL alone: a million through the use cases would take hours. */
function fill(desk: Desk, count: number): void {
  const start = Date.now() + 3_600_000;
  const numbers = sql`WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < ${count})`;
  desk.store.write((tx) => {
    tx.run(sql`INSERT INTO threads (id, subject) VALUES ('t', 'Loan notice')`);
    tx.run(sql`${numbers} INSERT INTO messages (id, thread_id, direction, "references", from_name, from_address,
      subject, text, automatic, at, revision, created_at)
      SELECT 'm' || i, 't', 'out', '[]', 'Ana', 'ana@real.example', 'Loan notice ' || i, 'Text', 0, ${start}, 1, ${start} FROM n`);
    tx.run(sql`${numbers} INSERT INTO recipients (message_id, field, position, name, address)
      SELECT 'm' || i, 'to', 0, '', 'reader' || (i % 500) || '@x.example' FROM n`);
    tx.run(sql`${numbers} INSERT INTO departures (id, message_id, plan, state, meant, due, attempts, revision, created_at)
      SELECT 'd' || i, 'm' || i, '{"kind":"now"}', 'scheduled', ${start} + i * 1000, ${start} + i * 1000, 0, 1, ${start} FROM n`);
    tx.run(sql`${numbers} INSERT INTO deliveries (departure_id, address, status, answer)
      SELECT 'd' || i, 'reader' || (i % 500) || '@x.example', 'waiting', '' FROM n`);
  });
  desk.store.db.run(sql`PRAGMA wal_checkpoint(TRUNCATE)`);
}

const QUESTIONS: [string, (desk: Desk) => unknown][] = [
  ['what is due next', (desk) => [nextRelease(desk), dueNow(desk, 20)]],
  [
    'the first page of Departures, 100 rows',
    (desk) => listDepartures(desk, { states: UNSETTLED_STATES, limit: 100 }),
  ],
];

export function size(): Row[] {
  const times = [1_000, 1_000_000].map((count) => {
    const { dir, remove } = tempData();
    prepareData(dir, 'real');
    const desk = openDesk(dir);
    fill(desk, count);
    const measured = QUESTIONS.map(([, ask]) => {
      for (let warm = 0; warm < 5; warm++) ask(desk);
      return median(Array.from({ length: 31 }, () => milliseconds(() => ask(desk))));
    });
    desk.store.close();
    remove();
    return measured;
  });
  return QUESTIONS.map(([what], index): Row => {
    const [few, many] = [times[0]![index]!, times[1]![index]!];
    return [
      `${what}, over 1,000,000 departures`,
      `${many.toFixed(2)} ms`,
      `over 1,000: ${few.toFixed(2)} ms`,
      (many / few).toFixed(2),
    ];
  });
}
