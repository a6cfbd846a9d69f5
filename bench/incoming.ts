/** Taking mail in, and finding one’s way in a lot of it. */
import { parseMessage } from '#mail/parse';
import { openDesk, type Desk } from '#usecases/desk';
import { listThreads } from '#usecases/incoming/inbox';
import { prepareData } from '#usecases/prepareData';
import { search } from '#usecases/search/search';
import { fillInbox, letter, mailbox, takeIn } from './manyMessages';
import { median, milliseconds, tempData, type Row } from './support';

const [INGESTED, HELD] = [3000, 200_000];
async function withDesk<T>(work: (desk: Desk) => Promise<T>): Promise<T> {
  const { dir, remove } = tempData();
  prepareData(dir, 'real');
  const desk = openDesk(dir);
  try {
    return await work(desk);
  } finally {
    desk.store.close();
    remove();
  }
}

/** Parse, thread and index, against parsing alone. */
export const ingest = (): Promise<Row> =>
  withDesk(async (desk) => {
    const bytes = mailbox(0, INGESTED);
    let start = performance.now();
    for (let n = 0; n < INGESTED; n++) await parseMessage(letter(n));
    const bare = performance.now() - start;
    start = performance.now();
    await takeIn(desk, 'past.mbox', bytes, 'archive');
    const whole = performance.now() - start;
    const rate = (ms: number) => `${Math.round((INGESTED / ms) * 1000)} a second`;
    return [
      `taking in ${INGESTED} messages: parsed, threaded, indexed, kept`,
      rate(whole),
      `${rate(bare)} parsed only`,
      (whole / bare).toFixed(2),
    ];
  });

/** The inbox and the search with 200,000 messages, against a search that reads them all. */
export const large = (): Promise<Row[]> =>
  withDesk(async (desk) => {
    await fillInbox(desk, HELD);
    const often = (work: () => void) => median(Array.from({ length: 9 }, () => milliseconds(work)));
    const first = often(() => listThreads(desk, { place: 'inbox', order: 'answer', limit: 100 }));
    const byTime = often(() => listThreads(desk, { place: 'inbox', order: 'time', limit: 100 }));
    let cursor = listThreads(desk, { place: 'inbox', order: 'answer', limit: 100 }).cursor!;
    const next = often(() => {
      cursor = listThreads(desk, { place: 'inbox', order: 'answer', limit: 100, cursor }).cursor!;
    });
    const scan = milliseconds(() =>
      (desk.store.db as unknown as { $client: { prepare(sql: string): { all(): unknown } } }).$client
        .prepare("SELECT id FROM messages WHERE text LIKE '%w123456%'")
        .all(),
    );
    const rows: Row[] = [
      [
        'the inbox opens, in groups, 200,000 messages',
        `${first.toFixed(0)} ms`,
        `${byTime.toFixed(0)} ms by time`,
        (first / byTime).toFixed(2),
      ],
      [
        'its next page',
        `${next.toFixed(0)} ms`,
        `${first.toFixed(0)} ms the first`,
        (next / first).toFixed(2),
      ],
    ];
    for (const q of [
      'w123456',
      'crate',
      'from:"Person 7" lacquer',
      'lamp state:snoozed',
      'subject:bond before:2021-01-01',
    ]) {
      const took = often(() => search(desk, q, 50));
      rows.push([
        `search “${q}” in 200,000`,
        `${took.toFixed(1)} ms`,
        `${scan.toFixed(0)} ms reading all`,
        (took / scan).toFixed(3),
      ]);
    }
    return rows;
  });
