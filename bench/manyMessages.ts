/** A lot of mail and of departures, to measure over. */
import { sql } from 'drizzle-orm';
import { mboxEntry } from '#core/formats/mbox';
import type { Desk } from '#usecases/desk';
import { beginImport, receiveImport } from '#usecases/exchange/importMail';
import { addCorrespondent } from '#usecases/people/correspondents';
import { TEXT } from './support';

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
export function letter(n: number): Buffer {
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

export const mailbox = (from: number, count: number) =>
  Buffer.concat(Array.from({ length: count }, (_, n) => mboxEntry(letter(from + n), 'a@x.example', 0)));

export async function takeIn(
  desk: Desk,
  name: string,
  bytes: Buffer,
  place: 'archive' | 'inbox',
): Promise<void> {
  const { id } = beginImport(desk, { name, size: bytes.length, format: 'mbox' });
  await receiveImport(desk, id, 0, bytes, place);
}

/** So many messages in the inbox, of 500 people. */
export async function fillInbox(desk: Desk, count: number): Promise<void> {
  for (let n = 0; n < 500; n++)
    addCorrespondent(desk, { name: `P ${n}`, addresses: [`p${n}@x.example`], zone: ZONES[n % 5] ?? null });
  for (let from = 0; from < count; from += 5000)
    await takeIn(desk, `${from}.mbox`, mailbox(from, Math.min(5000, count - from)), 'inbox');
}

/** Fills the tables by SQL alone: a million through the use cases would take hours. */
export function fillDepartures(desk: Desk, count: number): void {
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
