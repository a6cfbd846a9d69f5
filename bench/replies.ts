/** How well replies are told from noise, and what it costs to hold one message against everything that is waited for. */
import { sql } from 'drizzle-orm';
import { receiveMail } from '#usecases/incoming/receiveMail';
import { openDesk, type Desk } from '#usecases/desk';
import { prepareData } from '#usecases/prepareData';
import { considerForWatches } from '#usecases/watches/consider';
import { readMail } from '#mail/readMail';
import { findMessage } from '#store/messages';
import { judgeReplies, labelledReplies, precision, recall } from '#test/support/labelledReplies';
import { letter } from './manyMessages';
import { median, milliseconds, tempData, type Row } from './support';

const MANY = 100_000;
const FEW = 100;
const RUNS = 60;

async function withDesk<T>(work: (desk: Desk) => Promise<T>): Promise<T> {
  const { dir, remove } = tempData();
  prepareData(dir, 'sandbox', Date.now());
  const desk = openDesk(dir);
  try {
    return await work(desk);
  } finally {
    desk.store.close();
    remove();
  }
}

/** So many messages of mine, each in a thread of its own, to 500 people, each watched. */
function fillWatches(desk: Desk, count: number): void {
  const since = Date.now() - 3_600_000;
  const numbers = sql`WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < ${count})`;
  desk.store.write((tx) => {
    tx.run(sql`${numbers} INSERT INTO threads (id, subject) SELECT 't' || i, 'Loan notice ' || i FROM n`);
    tx.run(sql`${numbers} INSERT INTO messages (id, thread_id, direction, "references", from_name, from_address,
      subject, text, automatic, at, revision, created_at)
      SELECT 'm' || i, 't' || i, 'out', '[]', 'Ana', 'ana@real.example', 'Loan notice ' || i,
        'Could you confirm by Thursday that crate ' || i || ' has cleared?', 0, ${since}, 1, ${since} FROM n`);
    tx.run(sql`${numbers} INSERT INTO departures (id, message_id, plan, state, meant, due, left_at, header_id, attempts, revision, created_at)
      SELECT 'd' || i, 'm' || i, '{"kind":"now"}', 'sent', ${since}, ${since}, ${since}, '<m' || i || '@real.example>', 1, 1, ${since} FROM n`);
    tx.run(sql`${numbers} INSERT INTO watches (id, message_id, copy, deadline, settled_by, note, state, since, at, revision, created_at)
      SELECT 'w' || i, 'm' || i, '', '{"days":30}', 'anyone', '', 'waiting', ${since}, ${since} + 2592000000 + i, 1, ${since} FROM n`);
    tx.run(sql`${numbers} INSERT INTO watch_readers (watch_id, position, address, name)
      SELECT 'w' || i, 0, 'p' || (i % 500) || '@x.example', '' FROM n`);
  });
  desk.store.db.run(sql`PRAGMA wal_checkpoint(TRUNCATE)`);
}

/** Milliseconds to hold a message of somebody's, about something else, against what is waited for. */
const matching = (count: number) =>
  withDesk(async (desk) => {
    fillWatches(desk, count);
    const read = await readMail(letter(7));
    const { id } = await receiveMail(desk, letter(7));
    const { db } = desk.store;
    const message = findMessage(db, id)!;
    // In one transaction, as the reader has many at once: the disk is waited for once.
    return desk.store.write((tx) =>
      median(
        Array.from({ length: RUNS }, () =>
          milliseconds(() => considerForWatches(tx, { desk, mail: read.mail, message, now: Date.now() })),
        ),
      ),
    );
  });

export async function replies(): Promise<Row[]> {
  const rows: Row[] = [];
  for (const headers of [true, false]) {
    const judge = (which: 'aside' | 'own' | 'fresh') =>
      withDesk((desk) =>
        judgeReplies(
          desk,
          labelledReplies(which).filter(({ names }) => (names === 'irt' || names === 'ref') === headers),
        ),
      );
    const own = await judge('own');
    const share = (value: number) => value.toFixed(3);
    for (const which of ['aside', 'fresh'] as const) {
      const judged = await judge(which);
      rows.push([
        `replies told from noise, ${judged.mails} mails (${which}) that ${headers ? 'name' : 'do not name'} what they answer`,
        `precision ${share(precision(judged))}, recall ${share(recall(judged))}`,
        `those the rules were written by: ${share(precision(own))}, ${share(recall(own))}`,
        share(recall(judged) / recall(own)),
      ]);
    }
  }
  const [many, few] = [await matching(MANY), await matching(FEW)];
  rows.push([
    `holding one message against ${MANY.toLocaleString('en-GB')} open watches`,
    `${many.toFixed(2)} ms`,
    `against ${FEW}: ${few.toFixed(2)} ms`,
    (many / few).toFixed(2),
  ]);
  return rows;
}
