/** What many copies of one message with a large file come to on the disk. */
import { sql } from 'drizzle-orm';
import { randomBytes } from 'node:crypto';
import { statSync } from 'node:fs';
import { openDesk } from '#usecases/desk';
import { attachWhole } from '#usecases/messages/attachments';
import { createDraft } from '#usecases/messages/createDraft';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { prepareData } from '#usecases/prepareData';
import { claimDeparture } from '#usecases/release/claimDeparture';
import { changeSettings } from '#usecases/changeSettings';
import { databasePath } from '#store/store';
import { median, tempData, type Row } from './support';

const COPIES = 500;
const FILE = 25_000_000;
const MB = 1_000_000;

/** Every one of them is claimed, its bytes are frozen, and they are put together as they would leave. */
export async function copies(): Promise<Row[]> {
  const { dir, remove } = tempData();
  prepareData(dir, 'real');
  const desk = openDesk(dir);
  changeSettings(desk, { holdSeconds: 0 });
  const to = Array.from({ length: COPIES }, (_, index) => `reader${index}@x.example`);
  const { id } = createDraft(desk, { to, subject: 'The plan', text: 'Attached.' });
  const file = { name: 'plan.pdf', type: 'application/pdf', contentId: null, bytes: randomBytes(FILE) };
  desk.store.write((tx) => attachWhole(tx, id, file));
  const onDisk = () => {
    desk.store.db.run(sql`PRAGMA wal_checkpoint(TRUNCATE)`);
    return statSync(databasePath(dir)).size;
  };
  const departures = scheduleMessage(desk, id, { kind: 'now' }, undefined, { copies: 'individual' });
  const before = onDisk();
  let left = 0;
  const times: number[] = [];
  for (const departure of departures) {
    const start = performance.now();
    left += (await claimDeparture(desk, departure.id))!.bytes.length;
    times.push(performance.now() - start);
  }
  const after = onDisk();
  desk.store.close();
  remove();
  return [
    [
      `on the disk for ${COPIES} copies of a message with a file of 25 MB`,
      `${(after / MB).toFixed(1)} MB, ${((after - before) / COPIES / 1000).toFixed(1)} kB more a copy`,
      `their bytes as they leave: ${(left / MB).toFixed(0)} MB`,
      (after / left).toFixed(5),
    ],
    [
      'claiming one of them: composed, frozen, put together',
      `${median(times).toFixed(0)} ms`,
      `the first: ${times[0]!.toFixed(0)} ms`,
      (median(times) / times[0]!).toFixed(2),
    ],
  ];
}
