/**
 * Watches and their chasers through the real engine: over a year at once, over starts, and killed at random points.
 * Each watch comes back once, each chaser reaches its reader once. `OAK_SEED` sets when the kills come.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { changeSettings } from '#usecases/changeSettings';
import { moveClock } from '#usecases/clock/sandbox';
import { listDepartures } from '#store/departureList';
import { historyOf } from '#store/journal';
import { openDesk, type Desk } from '#usecases/desk';
import { createDraft } from '#usecases/messages/createDraft';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { prepareData } from '#usecases/prepareData';
import { watchMessage } from '#usecases/watches/setWatch';
import { listWatches } from '#usecases/watches/watchView';
import { NOW } from '../support/desk';
import { bundleDaemon } from '../support/daemon';
import { overTime } from '../support/overTime';
import type { TestPostOffice } from '../support/postOffice';
import { chance, SEED } from '../support/random';
import { patient } from '../support/until';

const WATCHED = 40;
const TIMES = 2;
const READER = 'ana@x.example';
const YEAR_MS = 366 * 86_400_000;
const random = chance();

let template: string;
beforeAll(async () => {
  await bundleDaemon('engine');
  template = mkdtempSync(`${tmpdir()}/oak-watched-`);
  prepareData(template, 'sandbox', NOW);
  const desk = openDesk(template);
  moveClock(desk, { rate: 0 });
  changeSettings(desk, { me: { name: 'Mira', address: 'mira@x.example' } });
  desk.store.write(() => {
    for (let index = 0; index < WATCHED; index++) {
      const { id } = createDraft(desk, { to: [READER], subject: `${index}`, text: 'An answer, please.' });
      watchMessage(desk, id, {
        // Some run out together, some far apart, some over months.
        deadline: index % 3 ? { hours: 1 + index } : { workingDays: index + 1, of: 'me' },
        chasers: { text: 'Has it come?', then: 'leave', times: TIMES },
      });
      scheduleMessage(desk, id, { kind: 'at', local: '2026-11-25T08:30', zone: 'Asia/Kathmandu' });
    }
  });
  desk.store.close();
}, patient(60_000));
afterAll(() => rmSync(template, { recursive: true, force: true }));

/**
 * Each of them came back once, after all its chasers, and each message is at its reader exactly once. What is in doubt
 * after a kill may be there or not; a watch on it has not begun.
 */
function eachOnce(desk: Desk, office: TestPostOffice, mayBeInDoubt = 0): void {
  const departures = listDepartures(desk.store.db, { limit: WATCHED * 4 });
  const inDoubt = departures.filter(({ state }) => state === 'unconfirmed');
  expect(inDoubt.length).toBeLessThanOrEqual(mayBeInDoubt);
  expect(departures.filter(({ state }) => state !== 'sent' && state !== 'unconfirmed')).toEqual([]);
  const doubtful = new Set(inDoubt.map(({ messageId }) => messageId));

  const waiting = listWatches(desk, 'waiting', WATCHED);
  expect(waiting.filter(({ messageId, since }) => since !== null || !doubtful.has(messageId))).toEqual([]);
  const watches = listWatches(desk, 'closed', WATCHED + 1);
  expect(watches.map(({ state }) => state)).toEqual(Array(WATCHED - waiting.length).fill('ran-out'));
  for (const { messageId, chasers } of watches) {
    // Beside one that is in doubt no other is made.
    const stuck = chasers!.made.some(({ message }) => doubtful.has(message));
    expect(chasers!.made.length).toBe(stuck ? chasers!.made.length : TIMES);
    const said = historyOf(desk.store.db, messageId).map(({ what }) => what);
    expect(said.filter((what) => what === 'silence')).toHaveLength(1);
    expect(said.filter((what) => what === 'chased')).toHaveLength(chasers!.made.length);
  }
  const made = watches.reduce((sum, { chasers }) => sum + chasers!.made.length, 0);
  expect(departures).toHaveLength(waiting.length + watches.length + made);
  const counts = [...office.counts(READER).values()];
  expect(counts.filter((count) => count > 1)).toEqual([]);
  expect(counts.length).toBeGreaterThanOrEqual(departures.length - inDoubt.length);
}

describe(`watches with chasers, seed ${SEED}`, () => {
  it('a year at once', () => overTime(template, { jumps: [YEAR_MS], kills: 0 }, eachOnce), patient(180_000));

  it(
    'in many jumps',
    () => {
      const jumps = Array.from({ length: 12 }, () => 1 + Math.floor(random() * 20 * 86_400_000));
      return overTime(template, { jumps: [...jumps, YEAR_MS], kills: 0 }, eachOnce);
    },
    patient(240_000),
  );

  it(
    'killed in the midst of it',
    () => overTime(template, { jumps: [YEAR_MS], kills: 6 }, (desk, office) => eachOnce(desk, office, 6 * 5)),
    patient(240_000),
  );
});
