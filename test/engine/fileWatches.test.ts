/** Messages that leave when a file changes: each change once, whatever is saved, touched, put back, or ends in between. */
import { mkdirSync, renameSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import pino from 'pino';
import { beforeEach, describe, expect, it, onTestFinished } from 'vitest';
import type { OnFileChangePlan } from '#core/plan/kinds/on-file-change/plan';
import { Engine } from '#engine/engine';
import { changeSettings } from '#usecases/changeSettings';
import { moveClock, readClock } from '#usecases/clock/sandbox';
import { listDepartures } from '#usecases/departures/departureView';
import type { Desk } from '#usecases/desk';
import {
  endFileWatch,
  listFileWatches,
  pauseFileWatch,
  resumeFileWatch,
  takeFileWatchBack,
} from '#usecases/fileWatches/changeFileWatch';
import { lookAtFile, type Looked } from '#usecases/fileWatches/lookAtFile';
import { usableFolders } from '#usecases/links/allowedFolders';
import { addLink } from '#usecases/links/linkFiles';
import { createDraft } from '#usecases/messages/createDraft';
import { deleteMessage } from '#usecases/messages/deleteMessage';
import { readMessage } from '#usecases/messages/readMessage';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { openMailServer } from '#usecases/release/mailServer';
import { draftMessages } from '#store/messages';
import { untoldReminders } from '#store/todos';
import { countRows, tempDesk } from '../support/desk';
import { startSink } from '../support/sink';
import { until } from '../support/until';

let desk: Desk;
let folder = '';
let clock = Date.parse('2026-11-01T00:00:00Z');
const at = (name: string) => join(folder, name);
/** Each save has a time of its own. */
function put(name: string, content: string): void {
  writeFileSync(at(name), content);
  clock += 1000;
  utimesSync(at(name), new Date(clock), new Date(clock));
}
const advance = (minutes: number) => moveClock(desk, { set: desk.now() + minutes * 60_000 });

beforeEach(() => {
  const made = tempDesk();
  desk = made.desk;
  folder = join(made.dir, 'files');
  mkdirSync(folder);
  changeSettings(desk, { fileFolders: [folder], holdSeconds: 10 });
});

function watch(plan: Partial<OnFileChangePlan> = {}, subject = 'It has changed'): string {
  const { id } = createDraft(desk, { to: ['a@x.example'], subject, text: 'The new one.' });
  const path = plan.path ?? at('stock.csv');
  const whole = { kind: 'on-file-change', settleSeconds: 0, everyMinutes: 5, ...plan, path } as const;
  expect(scheduleMessage(desk, id, whole)).toEqual([]);
  return listFileWatches(desk).find((each) => each.messageId === id)!.id;
}
const own = (id: string) => listFileWatches(desk).find((each) => each.id === id)!;
const made = () => countRows(desk, "(SELECT 1 FROM departures WHERE state <> 'ended')");

describe('a look', () => {
  const look = async (id: string) => lookAtFile(desk, id, await usableFolders(desk));

  it('tells what is another from what is the same, and what is put back from both', async () => {
    put('stock.csv', 'one');
    const id = watch({ everyMinutes: 0 });
    const seen: Looked[] = [await look(id)];
    // Touched.
    put('stock.csv', 'one');
    seen.push(await look(id));
    put('stock.csv', 'two');
    seen.push(await look(id), await look(id));
    // A version from before is a change.
    put('stock.csv', 'one');
    seen.push(await look(id));
    // Away and there again, it is the same.
    renameSync(at('stock.csv'), at('away'));
    seen.push(await look(id));
    expect(own(id).seen).toMatchObject({ trouble: '“stock.csv” is not there.' });
    renameSync(at('away'), at('stock.csv'));
    seen.push(await look(id));
    expect(seen).toEqual(['same', 'same', 'made', 'same', 'made', 'same', 'same']);
    expect(made()).toBe(2);
    expect(own(id)).toMatchObject({ count: 2, state: 'watching' });
  });

  it('of what is not there yet: the first that comes is a change', async () => {
    const id = watch({ everyMinutes: 0 });
    expect(await look(id)).toBe('same');
    put('stock.csv', 'first');
    expect(await look(id)).toBe('made');
  });

  it('of a folder: what is new, other, or gone in it; of a pattern what it names', async () => {
    put('a.csv', 'a');
    put('b.txt', 'b');
    const whole = watch({ path: folder, everyMinutes: 0 });
    const lists = watch({ path: at('*.csv'), everyMinutes: 0 });
    for (const id of [whole, lists]) await look(id);
    put('b.txt', 'b, another');
    expect([await look(whole), await look(lists)]).toEqual(['made', 'same']);
    put('c.csv', 'c');
    expect([await look(whole), await look(lists)]).toEqual(['made', 'made']);
    rmSync(at('c.csv'));
    expect([await look(whole), await look(lists)]).toEqual(['made', 'made']);
  });

  it('joins what comes soon after, and finds it when its time has come', async () => {
    put('stock.csv', 'one');
    const id = watch();
    await look(id);
    put('stock.csv', 'two');
    expect(await look(id)).toBe('made');
    put('stock.csv', 'three');
    expect(await look(id)).toBe('later');
    put('stock.csv', 'four');
    expect(await look(id)).toBe('later');
    advance(5);
    expect([await look(id), await look(id)]).toEqual(['made', 'same']);
    expect(made()).toBe(2);
  });

  it('stops what runs wild, and says so; it goes on when told to', async () => {
    put('stock.csv', '0');
    const id = watch({ everyMinutes: 0, mostADay: 3 });
    await look(id);
    for (let n = 1; n <= 5; n++) {
      put('stock.csv', `${n}`);
      await look(id);
    }
    expect(made()).toBe(3);
    expect(own(id)).toMatchObject({ state: 'paused', count: 3 });
    expect(own(id).reason).toContain('more than 3 times today');
    expect(untoldReminders(desk.store.db, 10).map(({ words }) => words)).toEqual([
      'It has changed: It has changed more than 3 times today: is something running wild',
    ]);
    resumeFileWatch(desk, id);
    // What changed while it was paused is found, once.
    expect([await look(id), await look(id)]).toEqual(['made', 'same']);
  });

  it('only in its time, then finding what changed before; ended with it', async () => {
    put('stock.csv', 'one');
    const zone = 'Etc/UTC';
    const hours = { from: '16:00', to: '18:00' };
    const id = watch({ zone, hours, until: '2026-11-25T12:00', everyMinutes: 0 });
    expect(await look(id)).toBe('same');
    put('stock.csv', 'two');
    expect(await look(id)).toBe('shut');
    advance(100);
    expect(await look(id)).toBe('made');
    advance(24 * 60);
    expect(await look(id)).toBe('ended');
    expect(own(id).state).toBe('ended');
  });

  it('two at once make one, and each is held, with what is linked, as any that is sent', async () => {
    put('stock.csv', 'one');
    const id = watch({ everyMinutes: 0 });
    addLink(desk, own(id).messageId, { path: at('stock.csv'), settleSeconds: 0 });
    await look(id);
    put('stock.csv', 'two');
    const both = await Promise.all([look(id), look(id)].map((each) => each.catch((): Looked => 'same')));
    expect(both.filter((each) => each === 'made')).toHaveLength(1);
    const [departure] = listDepartures(desk, { states: ['held'], limit: 10 }).departures;
    expect(departure).toMatchObject({ state: 'held', subject: 'It has changed' });
    expect(departure!.due - desk.now()).toBe(10_000);
    expect(readMessage(desk, departure!.messageId).id).not.toBe(own(id).messageId);
  });
});

it('is no draft while it is watched; taken back it is one again, with its plan', () => {
  const id = watch();
  const { messageId, plan } = own(id);
  expect(draftMessages(desk.store.db, 100).map((each) => each.id)).not.toContain(messageId);
  expect(() => scheduleMessage(desk, messageId, { kind: 'now' })).toThrow('take that back');
  expect(() => deleteMessage(desk, messageId)).toThrow('take that back');
  // Scheduled once more it is the same, by another plan.
  expect(scheduleMessage(desk, messageId, { ...plan, everyMinutes: 60 })).toEqual([]);
  expect(listFileWatches(desk)).toMatchObject([{ id, plan: { everyMinutes: 60 } }]);
  pauseFileWatch(desk, id);
  endFileWatch(desk, id);
  expect(() => pauseFileWatch(desk, id)).toThrow('It has ended');
  takeFileWatchBack(desk, id);
  expect(listFileWatches(desk)).toEqual([]);
  expect(readMessage(desk, messageId).plan).toEqual({ ...plan, everyMinutes: 60 });
  expect(() => watch({ path: '/etc/passwd' })).toThrow('not in a folder');
  expect(() => watch({ until: '2026-11-01T00:00' })).toThrow('past');
});

describe('with the engine', () => {
  function startEngine(smtpUrl: string): Engine {
    const log = pino({ level: process.env.OAK_LOG ?? 'silent' });
    const engine = new Engine({ desk, log, mailServer: openMailServer(smtpUrl) });
    engine.start();
    onTestFinished(() => engine.stop());
    return engine;
  }
  const arrive = async (minutes: number) => {
    advance(minutes);
    await until('the clock to arrive', () => readClock(desk).target === null);
  };

  it('three quick saves leave once, with the last of them', async () => {
    const sink = await startSink();
    startEngine(sink.url);
    put('stock.csv', 'before');
    const id = watch({ settleSeconds: 1 });
    addLink(desk, own(id).messageId, { path: at('stock.csv'), settleSeconds: 0 });
    await until('it to be known', () => own(id).known !== null);
    for (const content of ['one', 'two', 'three']) writeFileSync(at('stock.csv'), content);
    await until('a departure to be made', () => own(id).count === 1);
    await arrive(1);
    expect(sink.received).toHaveLength(1);
    expect(sink.received[0]!.source).toContain(Buffer.from('three').toString('base64'));
    await arrive(10);
    expect(own(id).count).toBe(1);
  });

  it('what changed while nothing ran is found at the start, once however often that is', async () => {
    const sink = await startSink();
    put('stock.csv', 'before');
    let engine = startEngine(sink.url);
    const id = watch({ everyMinutes: 0 });
    await until('it to be known', () => own(id).known !== null);
    await engine.stop();
    put('stock.csv', 'after');
    for (let n = 0; n < 3; n++) {
      engine = startEngine(sink.url);
      await until('it to be seen', () => own(id).count === 1);
      await engine.stop();
    }
    expect(made()).toBe(1);
  });
});
