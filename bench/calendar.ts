/** A week of a calendar of 50,000 events, of which two thousand recur. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { insertEvent } from '#store/events';
import { openDesk, type Desk } from '#usecases/desk';
import { listEvents } from '#usecases/events/eventView';
import { placedIn } from '#usecases/events/writeEvent';
import { prepareData } from '#usecases/prepareData';
import { milliseconds, type Row } from './support';

const DAY = 86_400_000;
const FROM = Date.parse('2026-11-23T00:00:00Z');
const ZONES = ['Europe/Lisbon', 'Asia/Kathmandu', 'America/New_York', 'Pacific/Chatham'];
const RULES = [
  'FREQ=WEEKLY',
  'FREQ=DAILY',
  'FREQ=MONTHLY',
  'FREQ=MONTHLY;BYDAY=-1FR',
  'FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,TH',
];

/** Four of five have ended, as most have after years. */
const ruleOf = (n: number) =>
  `${RULES[n % RULES.length]!}${n % 5 === Math.floor(n / 5) % 5 ? '' : ';COUNT=12'}`;

/** One in 25 recurs; the others are spread over ten years. */
function filled(events: number): { desk: Desk; close: () => void } {
  const dir = mkdtempSync(join(tmpdir(), 'oak-bench-'));
  prepareData(dir, 'sandbox', FROM);
  const desk = openDesk(dir);
  const { zone: mine } = desk.settings();
  desk.store.write((tx) => {
    for (let n = 0; n < events; n++) {
      const recurs = n % 25 === 0;
      const at = FROM + (((n * 7919) % 3650) - (recurs ? 3650 : 1825)) * DAY + (n % 20) * 1_800_000;
      const local = (ms: number) => new Date(ms).toISOString().slice(0, 16);
      const when = {
        start: local(at),
        end: local(at + 3_600_000),
        zone: ZONES[n % ZONES.length]!,
        rrule: recurs ? ruleOf(n / 25) : null,
        rdate: [],
        exdate: [],
      };
      insertEvent(tx, {
        id: `e${n}`,
        uid: `e${n}@x`,
        summary: `Event ${n}`,
        ...when,
        ...placedIn(when, mine),
        stamp: at,
        createdAt: at,
      });
    }
  });
  return {
    desk,
    close: () => {
      desk.store.close();
      rmSync(dir, { recursive: true });
    },
  };
}

const MANY = 50_000;
const FEW = 500;

export function calendar(): Row {
  const [many, few] = [filled(MANY), filled(FEW)];
  const open = ({ desk }: { desk: Desk }) => {
    listEvents(desk, FROM, FROM + 7 * DAY);
    let shown = 0;
    const times = Array.from({ length: 5 }, () =>
      milliseconds(() => (shown = listEvents(desk, FROM, FROM + 7 * DAY).length)),
    ).sort((a, b) => a - b);
    return { ms: times[2]!, shown };
  };
  const [all, some] = [open(many), open(few)];
  many.close();
  few.close();
  return [
    `a week of a calendar of ${MANY.toLocaleString('en')} events, ${(MANY / 25).toLocaleString('en')} of them recurring, a fifth of those still going on: ${all.shown} times`,
    `${all.ms.toFixed(0)} ms; asked: under 100 ms`,
    `of ${FEW}: ${some.shown} times in ${some.ms.toFixed(1)} ms`,
    (all.ms / some.ms).toFixed(1),
  ];
}
