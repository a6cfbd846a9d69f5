/** Departures at their due instant, while people change their minds about them. */
import { beforeAll, expect, it } from 'vitest';
import { setTimeout as sleep } from 'node:timers/promises';
import { changeSettings } from '#usecases/changeSettings';
import { pauseDeparture, releaseNow } from '#usecases/departures/changeDeparture';
import { takeBack } from '#usecases/departures/takeBack';
import { findDeparture } from '#store/departures';
import { readDeparture } from '#usecases/departures/departureView';
import { openDesk, type Desk } from '#usecases/desk';
import { Refused } from '#usecases/errors';
import { createDraft } from '#usecases/messages/createDraft';
import { editMessage } from '#usecases/messages/editMessage';
import { readMessage } from '#usecases/messages/readMessage';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { tempDesk } from '../support/desk';
import { bundleDaemon, startDaemon } from '../support/daemon';
import { startSink } from '../support/sink';
import { patient, until } from '../support/until';

const RACES = 1000;
const TAKE_BACKS = 2000;
/** Between one due instant and the next, ms. */
const APART = 8;
/** How far from the due instant the two act, ms. */
const NEAR = 60;

const ACTS = ['take back', 'edit', 'release now', 'pause'] as const;
type Act = (typeof ACTS)[number];

interface Race {
  id: string;
  messageId: string;
  due: number;
  /** What was done, in order, and whether it was granted. */
  done: { act: Act; granted: boolean; words: string }[];
}

beforeAll(() => bundleDaemon('engine'), patient(60_000));

function tryAct(desk: Desk, race: Race, act: Act): void {
  try {
    if (act === 'take back') takeBack(desk, race.id);
    if (act === 'edit') editMessage(desk, race.messageId, { text: `Edited ${race.done.length}` });
    if (act === 'release now') releaseNow(desk, race.id);
    if (act === 'pause') pauseDeparture(desk, race.id);
    race.done.push({ act, granted: true, words: '' });
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    race.done.push({ act, granted: false, words: error.message });
  }
}

interface Raced {
  desk: Desk;
  races: Race[];
  /** What arrived of a departure, as sources. */
  copiesOf: (id: string) => string[];
  /** How many messages arrived in all, and how many different ones. */
  arrivals: { all: number; different: number };
}

/** @param people how many act on each departure, each somewhere near its due instant */
async function raceThem(count: number, people: number, chooseAct: () => Act): Promise<Raced> {
  const { desk, dir } = tempDesk('real');
  const others = Array.from({ length: people - 1 }, () => openDesk(dir));
  const sink = await startSink();
  changeSettings(desk, { holdSeconds: 10 });
  const messages = desk.store.write(() =>
    Array.from({ length: count }, (_, index) =>
      createDraft(desk, { to: ['a@x.example'], subject: `${index}`, text: 'As written' }),
    ),
  );
  const engine = startDaemon('engine', { OAK_DATA: dir, OAK_SMTP_URL: sink.url });
  await engine.ready;
  const races: Race[] = [];
  const act = async ({ race, who, at }: { race: Race; who: Desk; at: number }) => {
    while (Date.now() < at) await sleep(Math.max(0, at - Date.now()));
    tryAct(who, race, chooseAct());
  };
  const moments = (race: Race) =>
    [desk, ...others].map((who) => ({ race, who, at: race.due + (Math.random() * 2 - 1) * NEAR }));
  const waiting: ReturnType<typeof moments> = [];
  // The first fall due while the last are still being sent.
  for (const message of messages) {
    const [departure] = scheduleMessage(desk, message.id, { kind: 'now' });
    const race = { id: departure!.id, messageId: message.id, due: departure!.due, done: [] };
    races.push(race);
    waiting.push(...moments(race));
    waiting.sort((a, b) => a.at - b.at);
    while (waiting[0] && waiting[0].at <= Date.now() + APART) await act(waiting.shift()!);
    await sleep(APART - 2);
  }
  for (const moment of waiting) await act(moment);
  const undecided = () =>
    races.map(({ id }) => readDeparture(desk, id).state).filter((state) => !/sent|draft|paused/.test(state));
  // What they are in, where they stay undecided, says more than that they do.
  await until('all to be decided', () => undecided().length === 0, 30_000).catch(() => {});
  expect(undecided()).toEqual([]);
  engine.process.kill('SIGTERM');
  await engine.ended;
  const arrived = new Map<string, string[]>();
  for (const { source } of sink.received) {
    const id = /^Message-ID: (.*)$/m.exec(source)![1]!.trim();
    arrived.set(id, [...(arrived.get(id) ?? []), source]);
  }
  for (const other of others) other.store.close();
  return {
    desk,
    races,
    copiesOf: (id) => arrived.get(findDeparture(desk.store.db, id)?.headerId ?? '') ?? [],
    arrivals: { all: sink.received.length, different: arrived.size },
  };
}

it(
  'never both: each is told the truth',
  async () => {
    const anyAct = () => ACTS[Math.floor(Math.random() * ACTS.length)]!;
    const { desk, races, copiesOf, arrivals } = await raceThem(RACES, 2, anyAct);
    for (const { id, messageId, done } of races) {
      const { state } = readDeparture(desk, id);
      const copies = copiesOf(id);
      const told = JSON.stringify({ state, done });
      expect(copies.length, told).toBe(state === 'sent' ? 1 : 0);
      const granted = done.filter((each) => each.granted).map((each) => each.act);
      const last = granted.findLast((act) => act !== 'edit');
      // Whoever was granted it has it back, unless the other sent it on its way again.
      if (last === 'take back') expect(state, told).toBe('draft');
      if (last === 'pause') expect(state, told).toBe('paused');
      if (state === 'draft') expect(granted, told).toContain('take back');
      if (state === 'paused') expect(granted, told).toContain('pause');
      for (const { granted: yes, words } of done)
        if (!yes)
          expect(words).toMatch(/already left|leaving right now|is a draft|nothing is planned|paused|draft/i);
      // Who was granted a change sees it arrive.
      if (state === 'sent' && granted.includes('edit'))
        expect(copies[0]).toContain(readMessage(desk, messageId).text);
    }
    expect(arrivals.all).toBe(arrivals.different);
    // The races were real: both sides won some.
    const all = races.flatMap(({ done }) => done);
    for (const granted of [true, false])
      expect(all.filter((each) => each.granted === granted).length).toBeGreaterThan(RACES / 10);
  },
  patient(120_000),
);

it(
  'two thousand are taken back at the instant they leave: each never arrives, or is refused and arrives once',
  async () => {
    const { desk, races, copiesOf, arrivals } = await raceThem(TAKE_BACKS, 1, () => 'take back');
    for (const { id, done } of races) {
      const { state } = readDeparture(desk, id);
      const [{ granted }] = done as [Race['done'][number]];
      const outcome = { state, copies: copiesOf(id).length };
      expect(outcome, JSON.stringify(done)).toEqual(
        granted ? { state: 'draft', copies: 0 } : { state: 'sent', copies: 1 },
      );
    }
    const refused = races.filter(({ done }) => !done[0]!.granted).length;
    expect(arrivals).toEqual({ all: refused, different: refused });
    expect(Math.min(refused, TAKE_BACKS - refused)).toBeGreaterThan(TAKE_BACKS / 10);
  },
  patient(180_000),
);
