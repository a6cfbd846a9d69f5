/** A batch of a thousand rows checked and scheduled, against as many single messages written and scheduled. */
import { beginBatch, changeBatch } from '#usecases/batches/batches';
import { checkRows } from '#usecases/batches/checkBatch';
import { scheduleBatch } from '#usecases/batches/scheduleBatch';
import { openDesk } from '#usecases/desk';
import { createDraft } from '#usecases/messages/createDraft';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { addCorrespondent } from '#usecases/people/correspondents';
import { prepareData } from '#usecases/prepareData';
import { addText } from '#usecases/texts/keepText';
import { milliseconds, tempData, TEXT, type Row } from './support';

const ROWS = 1000;
const CHECKED = 500;
const ZONES = ['Europe/Lisbon', 'Asia/Kathmandu', 'America/St_Johns', 'Pacific/Chatham'];

/** No two readers alike, so that nothing is done once for all. */
const tableOf = (rows: number) =>
  [
    'email\tname\troom\twhen',
    ...Array.from(
      { length: rows },
      (_, n) => `p${n}@x.example\tReader ${n}\t${n}\tfriday 9:${10 + (n % 50)}, theirs`,
    ),
  ].join('\n');

export async function batch(): Promise<Row[]> {
  const { dir, remove } = tempData();
  prepareData(dir, 'real');
  const desk = openDesk(dir);
  for (let n = 0; n < ROWS; n++)
    addCorrespondent(desk, {
      name: `Reader ${n}`,
      addresses: [`p${n}@x.example`],
      zone: ZONES[n % ZONES.length]!,
    });
  const { id: text } = addText(desk, {
    name: 'Bench',
    subject: 'Room {{room}}',
    text: `Dear {{first name}},\n\nroom {{room}} is yours from {{the friday after}}.\n${TEXT}`,
  });
  const begin = (rows: number) => beginBatch(desk, { text, table: tableOf(rows) }).id;
  const timed = async (work: () => Promise<unknown>) => {
    const start = performance.now();
    await work();
    return performance.now() - start;
  };
  // Once over, so that languages and zones are loaded for both.
  await checkRows(desk, begin(20), 1, 20);
  const few = begin(CHECKED);
  const checked = await timed(() => checkRows(desk, few, 1, CHECKED));
  const many = begin(ROWS);
  changeBatch(desk, many, { perMinute: 60 });
  const scheduled = await timed(() => scheduleBatch(desk, many, { allOrNone: true }));
  const local = new Date(Date.now() + 86_400_000).toISOString().slice(0, 16);
  const singles = milliseconds(() => {
    for (let n = 0; n < ROWS; n++) {
      const { id } = createDraft(desk, { to: [`p${n}@x.example`], subject: `Room ${n}`, text: TEXT });
      scheduleMessage(desk, id, { kind: 'at', local, zone: 'Etc/UTC' });
    }
  });
  desk.store.close();
  remove();
  return [
    [
      `A batch of ${ROWS} rows planned and scheduled`,
      `${scheduled.toFixed(0)} ms`,
      `${ROWS} single messages written and scheduled: ${singles.toFixed(0)} ms`,
      (scheduled / singles).toFixed(2),
    ],
    [
      `${CHECKED} rows of a batch checked`,
      `${checked.toFixed(0)} ms`,
      'the 2 s that were asked for',
      (checked / 2000).toFixed(2),
    ],
  ];
}
