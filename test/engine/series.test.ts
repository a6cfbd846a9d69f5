/**
 * Series through the real engine: over half a year at once, in many jumps, and killed at random points while occurrences are
 * made and released. Each occurrence reaches its reader once. `OAK_SEED` sets when the kills come.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { group } from 'd3-array';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { SeriesPlan } from '#core/plan/kinds/series/plan';
import { seriesMoments } from '#core/plan/kinds/series/moments';
import { toInstant } from '#core/time/wallClock';
import { changeSettings } from '#usecases/changeSettings';
import { moveClock } from '#usecases/clock/sandbox';
import { listDepartures } from '#store/departureList';
import { openDesk, type Desk } from '#usecases/desk';
import { createDraft } from '#usecases/messages/createDraft';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { prepareData } from '#usecases/prepareData';
import { listSeries } from '#usecases/series/seriesView';
import { NOW } from '../support/desk';
import { bundleDaemon } from '../support/daemon';
import { overTime } from '../support/overTime';
import type { TestPostOffice } from '../support/postOffice';
import { chance, SEED } from '../support/random';
import { patient } from '../support/until';

const READER = 'ana@x.example';
const DAY_MS = 86_400_000;
const SPAN = 180 * DAY_MS;
const random = chance();

const plan = (rrule: string, zone = 'Europe/Lisbon', start = '2026-11-25T09:10'): SeriesPlan => ({
  kind: 'series',
  start,
  zone,
  rrule,
});
/** Over both changes of the clocks in Lisbon and one in New York; some at the same second as others. */
const PLANS: SeriesPlan[] = [
  plan('FREQ=WEEKLY;BYDAY=TH'),
  plan('FREQ=WEEKLY;BYDAY=TH', 'America/New_York'),
  plan('FREQ=DAILY;INTERVAL=2;COUNT=60'),
  plan('FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1', 'Asia/Kathmandu'),
  plan('FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,WE', 'Europe/Lisbon', '2026-11-25T01:30'),
  { ...plan('FREQ=WEEKLY;BYDAY=SA'), shift: 'next-working-day', calendar: 'sender' },
  plan('FREQ=DAILY;BYDAY=SU', 'America/New_York', '2026-11-29T02:30'),
];

let template: string;
beforeAll(async () => {
  await bundleDaemon('engine');
  template = mkdtempSync(`${tmpdir()}/oak-series-`);
  prepareData(template, 'sandbox', NOW);
  const desk = openDesk(template);
  moveClock(desk, { rate: 0 });
  changeSettings(desk, { me: { name: 'Mira', address: 'mira@x.example' } });
  for (const [n, each] of PLANS.entries()) {
    const { id } = createDraft(desk, { to: [READER], subject: `S${n}, {{number}}`, text: 'Here it is.' });
    scheduleMessage(desk, id, each);
  }
  desk.store.close();
}, patient(60_000));
afterAll(() => rmSync(template, { recursive: true, force: true }));

/** Every occurrence until then has left once, at its second; nothing else has. */
function eachOnce(desk: Desk, office: TestPostOffice, mayBeInDoubt = 0): void {
  const until = desk.now();
  const all = listDepartures(desk.store.db, { limit: 2000 });
  const due = all.filter(({ meant }) => meant <= until);
  const doubtful = due.filter(({ state }) => state === 'unconfirmed');
  expect(doubtful.length).toBeLessThanOrEqual(mayBeInDoubt);
  expect(due.filter(({ state }) => state !== 'sent' && state !== 'unconfirmed')).toEqual([]);
  const bySeries = group(due, ({ seriesId }) => seriesId);
  for (const { id, plan: own, missed } of listSeries(desk)) {
    expect(missed).toEqual([]);
    const wanted: number[] = [];
    for (const { at } of seriesMoments(own, [], undefined, own.zone, NOW)) {
      if (at > until) break;
      wanted.push(at);
    }
    expect(bySeries.get(id)!.map(({ meant }) => meant)).toEqual(wanted);
    expect(wanted.length).toBeGreaterThan(4);
  }
  const counts = [...office.counts(READER).values()];
  expect(counts.filter((count) => count > 1)).toEqual([]);
  expect(counts.length).toBeGreaterThanOrEqual(due.length - doubtful.length);
  expect(counts.length).toBeLessThanOrEqual(due.length);
}

describe(`series, seed ${SEED}`, () => {
  it(
    'half a year at once',
    () => overTime(template, { jumps: [SPAN], kills: 0 }, eachOnce),
    patient(180_000),
  );

  it(
    'in many jumps',
    () => {
      const jumps = Array.from({ length: 12 }, () => 1 + Math.floor(random() * 20 * DAY_MS));
      return overTime(template, { jumps: [...jumps, 40 * DAY_MS], kills: 0 }, eachOnce);
    },
    patient(240_000),
  );

  it(
    'killed in the midst of it',
    () => overTime(template, { jumps: [SPAN], kills: 8 }, (desk, office) => eachOnce(desk, office, 8 * 5)),
    patient(240_000),
  );

  it('at the hour that clocks skip it leaves once, an hour on', () => {
    const sundays = plan('FREQ=WEEKLY;BYDAY=SU', 'America/New_York', '2027-03-07T02:30');
    const [, second] = [...take(seriesMoments(sundays, [], undefined), 2)];
    expect(second!.at).toBe(toInstant('2027-03-14T03:30', 'America/New_York').at);
  });
});

function* take<T>(from: Iterable<T>, most: number): Generator<T> {
  let left = most;
  for (const each of from) {
    if (left-- <= 0) return;
    yield each;
  }
}
