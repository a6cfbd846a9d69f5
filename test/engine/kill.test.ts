/**
 * The engine ended with SIGKILL at random points of a burst: nothing lost, nothing twice. `OAK_KILLS` sets how many
 * kills there are in all, `OAK_SEED` when they come; where the machine is in the meantime, nobody can set.
 */
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { setTimeout as sleep } from 'node:timers/promises';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { CONNECTIONS } from '#mail/smtpPool';
import { NO_FAULTS, type Faults } from '#postoffice/faults';
import { moveClock } from '#usecases/clock/sandbox';
import { findDeparture, type Departure } from '#store/departures';
import { listDepartures } from '#store/departureList';
import { beat } from '#store/heartbeat';
import { openDesk, type Desk } from '#usecases/desk';
import { createDraft } from '#usecases/messages/createDraft';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { prepareData } from '#usecases/prepareData';
import { NOW } from '../support/desk';
import { bundleDaemon, startDaemon } from '../support/daemon';
import { startPostOffice, type TestPostOffice } from '../support/postOffice';
import { chance, SEED } from '../support/random';
import { patient, until } from '../support/until';

const BURST = 300;
const KILLS = Number(process.env.OAK_KILLS ?? 30);
const READERS = ['a@x.example', 'b@x.example'];
/** Every tenth is long: it goes out in many pieces, and can be cut off between any two. */
const LONG_EVERY = 10;
const [SHORT, LONG] = [5, 25_000].map((lines) => 'A line.\n'.repeat(lines));
const random = chance();

let template: string;
/** How long a burst takes from the engine's start to its end, ms; measured, since machines differ. */
let usual = 0;
/** Kills that struck in the middle of a burst. */
let struck = 0;

beforeAll(async () => {
  await bundleDaemon('engine');
  template = mkdtempSync(`${tmpdir()}/oak-burst-`);
  prepareData(template, 'sandbox', NOW);
  const desk = openDesk(template);
  moveClock(desk, { rate: 0 });
  // One commit for all, since this is not what is tested.
  desk.store.write(() => {
    for (let index = 0; index < BURST; index++) {
      const { id } = createDraft(desk, {
        to: READERS,
        subject: `${index}`,
        text: index % LONG_EVERY ? SHORT! : LONG!,
      });
      scheduleMessage(desk, id, { kind: 'at', local: '2026-11-25T08:30', zone: 'Asia/Kathmandu' });
    }
  });
  desk.store.close();
}, patient(60_000));

afterAll(() => rmSync(template, { recursive: true, force: true }));

const all = (desk: Desk): Departure[] => listDepartures(desk.store.db, { limit: BURST + 1 });

/** True where the engine has nothing left to do. */
const isOver = (desk: Desk) =>
  listDepartures(desk.store.db, { states: ['held', 'scheduled', 'releasing'], limit: 1 }).length === 0;

interface Round {
  faults: Partial<Faults>;
  kills: number;
}

/** Runs one burst to its end and gives back what became of it. */
async function burst(
  { faults, kills }: Round,
  check: (departures: Departure[], office: TestPostOffice, desk: Desk) => void,
) {
  const dir = mkdtempSync(`${tmpdir()}/oak-kill-`);
  cpSync(template, dir, { recursive: true });
  const office = await startPostOffice(dir);
  office.faults.set({ ...NO_FAULTS, ...faults });
  const desk = openDesk(dir);
  const env = { OAK_DATA: dir, OAK_SMTP_URL: office.smtpUrl, OAK_POSTOFFICE_URL: office.httpUrl };
  let engine = startDaemon('engine', env);
  await engine.ready;
  moveClock(desk, { advance: 7 * 86_400_000 });
  const started = performance.now();
  for (let kill = 0; kill < kills; kill++) {
    await sleep((random() * (usual || 1500)) / kills);
    engine.process.kill('SIGKILL');
    // A start takes its time on a busy machine; that the clock runs on without an engine is tried elsewhere.
    const pulse = setInterval(() => beat(dir), 500);
    await engine.ended;
    const left = listDepartures(desk.store.db, { states: ['sent'], limit: BURST }).length;
    if (left > 0 && left < BURST) struck++;
    engine = startDaemon('engine', env);
    await engine.ready.finally(() => clearInterval(pulse));
  }
  try {
    await until('the burst to be over', () => isOver(desk), 60_000);
    if (kills === 0 && Object.keys(faults).length === 0) usual = performance.now() - started;
    check(all(desk), office, desk);
  } finally {
    engine.process.kill('SIGTERM');
    await engine.ended;
    await office.close();
    desk.store.close();
    rmSync(dir, { recursive: true, force: true });
  }
}

/** Every Message-ID exactly once at every reader who did not refuse it; what is in doubt at most once. */
function exactlyOnce(
  departures: Departure[],
  office: TestPostOffice,
  desk: Desk,
  { unconfirmed, refused = [] }: { unconfirmed: number; refused?: string[] },
): void {
  expect(departures).toHaveLength(BURST);
  const doubtful = departures.filter(({ state }) => state === 'unconfirmed');
  expect(doubtful.length).toBeLessThanOrEqual(unconfirmed);
  expect(departures.filter(({ state }) => !['sent', 'unconfirmed'].includes(state))).toEqual([]);
  for (const address of READERS) {
    const counts = office.counts(address);
    const wrong = departures.filter(({ state, id }) => {
      const { headerId } = findDeparture(desk.store.db, id)!;
      const count = counts.get(headerId ?? '') ?? 0;
      if (refused.includes(address)) return count !== 0;
      return state === 'unconfirmed' ? count > 1 : count !== 1;
    });
    expect(wrong.map(({ id, state, reason }) => [address, id, state, reason])).toEqual([]);
    expect([...counts.values()].filter((count) => count > 1)).toEqual([]);
  }
}

/** The faults a post office can be asked for, and how many messages each may leave in doubt. */
const FAULTS: [string, Partial<Faults>, number, string[]?][] = [
  ['greylisting', { greylist: ['*'] }, 0],
  ['one of two refused', { refuse: ['b@x.example'] }, 0, ['b@x.example']],
  ['dropped before DATA', { drop: 'before-data', dropTimes: 4 }, 0],
  // A message so short may be out, its dot included, when the news of the drop comes back.
  ['dropped in the middle', { drop: 'in-data', dropTimes: 4 }, 4],
  ['dropped after the final dot, kept', { drop: 'after-dot', dropTimes: 4 }, 4],
  ['dropped after the final dot, not kept', { drop: 'after-dot-unkept', dropTimes: 4 }, 4],
  ['slow', { answerAfterSeconds: 0.02 }, 0],
  ['down for an hour', { downUntil: Date.parse('2026-11-25T03:45:00Z') }, 0],
];

describe(`a burst, seed ${SEED}`, () => {
  it(
    'goes out once, undisturbed',
    () => burst({ faults: {}, kills: 0 }, (...seen) => exactlyOnce(...seen, { unconfirmed: 0 })),
    patient(60_000),
  );

  it.each(FAULTS)(
    'goes out once: %s',
    (_name, faults, unconfirmed, refused) =>
      burst({ faults, kills: 0 }, (...seen) => exactlyOnce(...seen, { unconfirmed, refused })),
    patient(120_000),
  );

  it.each(FAULTS)(
    'goes out once with a kill in it: %s',
    (_name, faults, unconfirmed, refused) =>
      burst({ faults, kills: 1 }, (...seen) =>
        exactlyOnce(...seen, { unconfirmed: unconfirmed + CONNECTIONS, refused }),
      ),
    patient(120_000),
  );

  it(
    `goes out once, killed ${KILLS} times`,
    async () => {
      struck = 0;
      for (let left = KILLS - FAULTS.length; left > 0; left -= 2) {
        const kills = Math.min(2, left);
        await burst({ faults: {}, kills }, (...seen) =>
          exactlyOnce(...seen, { unconfirmed: CONNECTIONS * kills }),
        );
      }
      // A kill before or after the burst says nothing.
      expect(struck).toBeGreaterThan((KILLS - FAULTS.length) / 3);
    },
    patient(60_000 + KILLS * 20_000),
  );
});
