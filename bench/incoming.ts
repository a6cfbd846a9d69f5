/** Taking mail in, and finding one’s way in a lot of it. */
import { mboxEntry } from '#core/formats/mbox';
import { parseMessage } from '#mail/parse';
import { openDesk, type Desk } from '#usecases/desk';
import { beginImport, receiveImport } from '#usecases/exchange/importMail';
import { listThreads } from '#usecases/incoming/inbox';
import { addCorrespondent } from '#usecases/people/correspondents';
import { prepareData } from '#usecases/prepareData';
import { search } from '#usecases/search/search';
import { median, milliseconds, tempData, TEXT, type Row } from './support';

const [INGESTED, HELD] = [3000, 200_000];
const WORDS = [
  'crate',
  'lacquer',
  'panel',
  'courier',
  'customs',
  'bond',
  'lamp',
  'gallery',
  'humidity',
  'lux',
];
const ZONES = ['Europe/Lisbon', 'Asia/Tokyo', 'America/St_Johns', 'Australia/Adelaide'];
const word = (n: number) => WORDS[n % WORDS.length]!;

/** One of many messages: some answer others, some have a file. */
function letter(n: number): Buffer {
  const answers = n % 3 === 2;
  const date = new Date(Date.UTC(2020, 0, 1) + n * 600_000).toUTCString().replace('GMT', '+0000');
  return Buffer.from(
    [
      `From: Person ${n % 500} <p${n % 500}@x.example>`,
      'To: registrar@wrenfield.example',
      `Subject: ${answers ? 'Re: ' : ''}${word(answers ? n - 1 : n)} no. ${answers ? n - 1 : n}`,
      `Message-ID: <${n}@x.example>`,
      ...(answers ? [`In-Reply-To: <${n - 1}@x.example>`] : []),
      `Date: ${date}`,
      'Content-Type: text/plain; charset=utf-8',
      '',
      `About the ${word(n)} and the ${word(n * 7 + 3)}, number w${n}.\r\n${TEXT}`,
    ].join('\r\n'),
  );
}

const mailbox = (from: number, count: number) =>
  Buffer.concat(Array.from({ length: count }, (_, n) => mboxEntry(letter(from + n), 'a@x.example', 0)));

async function takeIn(desk: Desk, name: string, bytes: Buffer, place: 'archive' | 'inbox'): Promise<void> {
  const { id } = beginImport(desk, { name, size: bytes.length, format: 'mbox' });
  await receiveImport(desk, id, 0, bytes, place);
}

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
    for (let n = 0; n < 500; n++)
      addCorrespondent(desk, { name: `P ${n}`, addresses: [`p${n}@x.example`], zone: ZONES[n % 5] ?? null });
    for (let from = 0; from < HELD; from += 5000)
      await takeIn(desk, `${from}.mbox`, mailbox(from, 5000), 'inbox');
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
