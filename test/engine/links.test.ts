/** Linked files with messages that really leave: what is there at their moment goes, and is cleared away once all have it. */
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import pino from 'pino';
import PostalMime from 'postal-mime';
import { beforeEach, describe, expect, it, onTestFinished } from 'vitest';
import { Engine } from '#engine/engine';
import type { LinkChoices } from '#core/files/link';
import { changeSettings } from '#usecases/changeSettings';
import { moveClock, readClock } from '#usecases/clock/sandbox';
import { releaseNow } from '#usecases/departures/changeDeparture';
import { readDeparture } from '#usecases/departures/departureView';
import { takeBack } from '#usecases/departures/takeBack';
import { openDesk, type Desk } from '#usecases/desk';
import { undoClearing } from '#usecases/links/clearAwayRead';
import { addLink, editLink, removeLink, restoreLink } from '#usecases/links/linkFiles';
import { listFiles } from '#usecases/links/listFiles';
import { listLinks, listReads } from '#usecases/links/listLinks';
import { attachedTo } from '#usecases/messages/attachments';
import { createDraft } from '#usecases/messages/createDraft';
import { readMessage } from '#usecases/messages/readMessage';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { openMailServer } from '#usecases/release/mailServer';
import { claimDeparture } from '#usecases/release/claimDeparture';
import { finishAttempt, recordStage } from '#usecases/release/finishAttempt';
import { readSeries } from '#usecases/series/seriesView';
import { untoldReminders } from '#store/todos';
import { NOW, tempDesk } from '../support/desk';
import { reply, startSink } from '../support/sink';
import { until } from '../support/until';

const OLD = new Date('2026-11-01T00:00:00Z');
let desk: Desk;
let lists = '';
const at = (name: string) => join(lists, name);
function put(name: string, content: string, time: Date = OLD): string {
  writeFileSync(at(name), content);
  utimesSync(at(name), time, time);
  return at(name);
}

beforeEach(() => {
  const made = tempDesk();
  desk = made.desk;
  lists = join(made.dir, 'files');
  mkdirSync(lists);
  changeSettings(desk, { fileFolders: [lists], holdSeconds: 10 });
});

function startEngine(smtpUrl: string, on = desk): Engine {
  const log = pino({ level: process.env.OAK_LOG ?? 'silent' });
  const engine = new Engine({ desk: on, log, mailServer: openMailServer(smtpUrl) });
  engine.start();
  onTestFinished(() => engine.stop());
  return engine;
}
function draft(link: Partial<LinkChoices> & { path: string }, to = ['a@x.example']): string {
  const { id } = createDraft(desk, { to, subject: 'The list', text: 'Dear all,' });
  addLink(desk, id, { settleSeconds: 0, ...link });
  return id;
}
const LATER = { kind: 'at', local: '2026-11-25T09:00', zone: 'Etc/UTC' } as const;
const schedule = (id: string, choices = {}) => scheduleMessage(desk, id, LATER, undefined, choices);
const arrive = async (to = Date.parse('2026-11-25T09:00:00Z')) => {
  moveClock(desk, { set: to });
  await until('the clock to arrive', () => readClock(desk).target === null);
};
type Sink = Awaited<ReturnType<typeof startSink>>;
interface Went {
  text: string;
  files: [name: string | null, content: string][];
  types: string[];
}
const files = (sink: Sink): Promise<Went[]> =>
  Promise.all(
    sink.received.map(async ({ source }) => {
      const { attachments, text = '' } = await PostalMime.parse(source);
      const content = (each: (typeof attachments)[number]) =>
        Buffer.from(each.content as ArrayBuffer).toString();
      return {
        text,
        files: attachments.map((each) => [each.filename, content(each)] as [string | null, string]),
        types: attachments.map(({ mimeType }) => mimeType),
      };
    }),
  );
const state = (id: string) => readDeparture(desk, id);

describe('what is linked', () => {
  it('goes as it is when the message leaves, and what went is kept', async () => {
    const sink = await startSink();
    startEngine(sink.url);
    put('stock.csv', 'old');
    const id = draft({ path: at('stock.csv') });
    schedule(id);
    put('stock.csv', 'new, a second before');
    await arrive();
    expect((await files(sink)).map((each) => each.files)).toEqual([[['stock.csv', 'new, a second before']]]);
    put('stock.csv', 'later');
    expect((await attachedTo(desk.store.db, id)).map(({ bytes }) => bytes.toString())).toEqual([
      'new, a second before',
    ]);
    expect(listReads(desk)).toMatchObject([
      { path: at('stock.csv'), size: 20, clearing: null, isKept: true },
    ]);
  });

  it('is all of a folder, of a pattern, or the newest, each with its name and type', async () => {
    const sink = await startSink();
    startEngine(sink.url);
    put('stock-1.csv', '1');
    put('stock-2.csv', '2', new Date('2026-11-02T00:00:00Z'));
    put('note.txt', 'n');
    const { id } = createDraft(desk, { to: ['a@x.example'], subject: 'All', text: 'x' });
    for (const link of [
      { path: at('stock-*.csv') },
      { path: at('*.csv'), which: 'newest' as const },
      { path: lists },
    ])
      addLink(desk, id, { settleSeconds: 0, ...link });
    schedule(id);
    await arrive();
    const [went] = await files(sink);
    expect(went!.files.map(([name]) => name)).toEqual([
      ...['stock-1.csv', 'stock-2.csv', 'stock-2.csv', 'note.txt', 'stock-1.csv', 'stock-2.csv'],
    ]);
    expect(went!.types.slice(0, 4)).toEqual(['text/csv', 'text/csv', 'text/csv', 'text/plain']);
  });

  it('is read for each copy, and kept once where it is the same', async () => {
    const sink = await startSink();
    startEngine(sink.url);
    put('stock.csv', 'for each', OLD);
    const id = draft({ path: at('stock.csv'), after: 'delete' }, ['a@x.example', 'b@x.example']);
    schedule(id, { copies: 'individual' });
    await arrive();
    expect((await files(sink)).map((each) => each.files)).toEqual([
      [['stock.csv', 'for each']],
      [['stock.csv', 'for each']],
    ]);
    expect(await attachedTo(desk.store.db, id)).toHaveLength(1);
    await until('it to be cleared away', () => !existsSync(at('stock.csv')));
  });
});

describe('where it cannot go', () => {
  const cases: [trouble: string, choice: Partial<LinkChoices>, content: string | null, words: string][] = [
    ['is missing', {}, null, 'is not there'],
    ['is empty', {}, '', 'is empty'],
    ['is too large', { largerThan: 3 }, '1234', 'is too large: more than 3 bytes'],
  ];
  const policies = { 'is missing': 'ifMissing', 'is empty': 'ifEmpty', 'is too large': 'ifLarger' } as const;

  it.each(cases)(
    'it %s: it asks, and leaves once that is mended',
    async (_trouble, choice, content, words) => {
      const sink = await startSink();
      startEngine(sink.url);
      if (content !== null) put('stock.csv', content);
      const [departure] = schedule(draft({ path: at('stock.csv'), ...choice }));
      await arrive();
      expect(state(departure!.id)).toMatchObject({ state: 'paused', pausedFor: 'review' });
      expect(state(departure!.id).reason).toContain(words);
      put('stock.csv', 'ok');
      releaseNow(desk, departure!.id);
      await arrive(desk.now() + 60_000);
      expect((await files(sink)).map((each) => each.files)).toEqual([[['stock.csv', 'ok']]]);
    },
  );

  it.each(cases)('it %s: it leaves without, with a line', async (trouble, choice, content) => {
    const sink = await startSink();
    startEngine(sink.url);
    if (content !== null) put('stock.csv', content);
    const own = { [policies[trouble as keyof typeof policies]]: 'without', line: 'No list today.' };
    const id = draft({ path: at('stock.csv'), ...choice, ...own });
    schedule(id);
    await arrive();
    expect(await files(sink)).toMatchObject([{ text: 'Dear all,\n\nNo list today.\n', files: [] }]);
    expect(readMessage(desk, id).text).toBe('Dear all,\n\nNo list today.\n');
  });

  it.each(cases)(
    'it %s: it does not leave, and is a draft again',
    async (trouble, choice, content, words) => {
      const sink = await startSink();
      startEngine(sink.url);
      if (content !== null) put('stock.csv', content);
      const own = { [policies[trouble as keyof typeof policies]]: 'skip' };
      const id = draft({ path: at('stock.csv'), ...choice, ...own });
      const [departure] = schedule(id);
      await arrive();
      expect(sink.received).toEqual([]);
      expect(state(departure!.id).state).toBe('draft');
      expect(untoldReminders(desk.store.db, 10).map((each) => each.words)).toEqual([
        expect.stringContaining(`The list: “stock.csv” ${words}`),
      ]);
      expect(readMessage(desk, id).history.find(({ what }) => what === 'not-sent')?.why).toContain(words);
    },
  );

  it('of a series the one is left out, and the next leaves; the same as last time is known', async () => {
    const sink = await startSink();
    startEngine(sink.url);
    put('stock.csv', 'first');
    const id = draft({ path: at('stock.csv'), ifUnchanged: 'skip', ifMissing: 'skip' });
    const plan = {
      kind: 'series',
      start: '2026-11-25T09:00',
      zone: 'Etc/UTC',
      rrule: 'FREQ=DAILY;COUNT=4',
    } as const;
    const [departure] = scheduleMessage(desk, id, plan);
    await arrive(Date.parse('2026-11-25T12:00:00Z'));
    // The second is the same; for the third it is away; the fourth is new.
    await arrive(Date.parse('2026-11-26T12:00:00Z'));
    rmSync(at('stock.csv'));
    await arrive(Date.parse('2026-11-27T12:00:00Z'));
    put('stock.csv', 'fourth');
    await arrive(Date.parse('2026-11-28T12:00:00Z'));
    expect((await files(sink)).map((each) => each.files)).toEqual([
      [['stock.csv', 'first']],
      [['stock.csv', 'fourth']],
    ]);
    expect(readSeries(desk, departure!.seriesId!).left).toBe(2);
  });

  it('somebody is writing it: it is waited for, and asked about where that does not end', async () => {
    const sink = await startSink();
    startEngine(sink.url);
    put('stock.csv', 'half', new Date());
    schedule(draft({ path: at('stock.csv'), settleSeconds: 1 }));
    moveClock(desk, { set: Date.parse('2026-11-25T09:00:00Z') });
    put('stock.csv', 'half, and the other half', new Date());
    await until('it to leave', () => sink.received.length === 1);
    expect((await files(sink))[0]!.files).toEqual([['stock.csv', 'half, and the other half']]);
  });
});

describe('a path', () => {
  it('is refused in words outside of the allowed folders, and where it is not allowed any more', async () => {
    const { id } = createDraft(desk, { to: ['a@x.example'], subject: 's', text: 'x' });
    const add = (path: string) => () => addLink(desk, id, { path });
    expect(add('/etc/passwd')).toThrow('is not in a folder that files may be linked from');
    expect(add(`${lists}/../oak.db`)).toThrow('must not go up');
    expect(add('stock.csv')).toThrow('begins with “/”');
    expect(() => addLink(desk, id, { path: at('a'), after: 'move' })).toThrow('which folder');
    expect(() => addLink(desk, id, { path: at('a'), after: 'move', moveTo: '/tmp' })).toThrow(
      'not in a folder',
    );
    await expect(listFiles(desk, { under: '/etc' })).rejects.toThrow('not in a folder');
    await expect(listFiles(desk, { under: at('none') })).rejects.toThrow('not there');
    // A folder that holds our own data lets nobody at them.
    changeSettings(desk, { fileFolders: [desk.dataDir] });
    addLink(desk, id, { path: join(desk.dataDir, 'oak.db') });
    expect((await listLinks(desk, id))[0]!.now.trouble).toContain('is not in a folder');
    changeSettings(desk, { fileFolders: [] });
    expect(add(at('a'))).toThrow('No folder is there yet');
  });

  it('is taken out and brought back, and changed until the message leaves', async () => {
    put('a.csv', 'a');
    const id = draft({ path: at('a.csv') });
    const [link] = await listLinks(desk, id);
    expect(link!.now).toMatchObject({ files: [{ name: 'a.csv', size: 1 }], trouble: null });
    expect(addLink(desk, id, { path: `${lists}//a.csv` }).id).toBe(link!.id);
    removeLink(desk, link!.id);
    expect(await listLinks(desk, id)).toEqual([]);
    restoreLink(desk, link!.id);
    editLink(desk, link!.id, { path: at('b.csv'), ifMissing: 'without', line: 'None.' });
    expect(await listLinks(desk)).toMatchObject([
      { path: at('b.csv'), ifMissing: 'without', used: false, now: { trouble: '“b.csv” is not there.' } },
    ]);
    schedule(id);
    expect((await listLinks(desk))[0]!.used).toBe(true);
  });
});

describe('it is cleared away', () => {
  it('only when the server has taken it for everyone', async () => {
    let taken = false;
    const sink = await startSink(0, {
      onRcptTo: ({ address }, _session, done) =>
        done(address.startsWith('b') && !taken ? reply(450, 'later') : undefined),
    });
    startEngine(sink.url);
    put('stock.csv', 'x');
    schedule(draft({ path: at('stock.csv'), after: 'delete' }, ['a@x.example', 'b@x.example']));
    await arrive();
    expect(sink.received).toHaveLength(1);
    expect(existsSync(at('stock.csv'))).toBe(true);
    taken = true;
    await arrive(desk.now() + 3_600_000);
    await until('it to be cleared away', () => !existsSync(at('stock.csv')));
    const [read] = listReads(desk);
    await until('that to be noted', () => listReads(desk)[0]!.clearing === 'done');
    await undoClearing(desk, read!.id);
    expect(readFileSync(at('stock.csv'), 'utf8')).toBe('x');
    await expect(undoClearing(desk, read!.id)).rejects.toThrow('was not cleared away');
  });

  it('not when it was taken back meanwhile, nor when it has changed', async () => {
    const sink = await startSink();
    startEngine(sink.url);
    put('stock.csv', 'x');
    const id = draft({ path: at('stock.csv'), after: 'move', moveTo: at('sent') });
    const [departure] = schedule(id);
    takeBack(desk, departure!.id);
    await arrive();
    expect(readdirSync(lists)).toEqual(['stock.csv']);
    scheduleMessage(desk, id, { kind: 'at', local: '2026-11-26T09:00', zone: 'Etc/UTC' });
    await arrive(Date.parse('2026-11-26T10:00:00Z'));
    await until('it to be moved', () => listReads(desk)[0]!.clearing === 'done');
    expect(readdirSync(at('sent'))).toEqual(['stock.csv']);
  });

  it('once, where the process ended between the server’s word and that', async () => {
    const sink = await startSink();
    put('stock.csv', 'x');
    const [departure] = schedule(draft({ path: at('stock.csv'), after: 'delete' }));
    moveClock(desk, { set: Date.parse('2026-11-25T09:00:00Z') });
    const claim = (await claimDeparture(desk, departure!.id))!;
    let claimed = claim.departure;
    for (const stage of ['data-open', 'final-dot'] as const)
      claimed = await recordStage(desk, claimed, stage).catch(() => claimed);
    await finishAttempt(desk, departure!.id, {
      outcomes: [{ address: 'a@x.example', status: 'accepted', answer: '250 OK' }],
      unanswered: false,
      words: '',
    } as never);
    expect(existsSync(at('stock.csv'))).toBe(true);
    // Nothing ran after that: the next start does it, and a file put there anew stays.
    const engine = startEngine(sink.url);
    await until('it to be cleared away', () => listReads(desk)[0]!.clearing === 'done');
    expect(existsSync(at('stock.csv'))).toBe(false);
    await engine.stop();
    put('stock.csv', 'x');
    startEngine(sink.url);
    const again = openDesk(desk.dataDir);
    onTestFinished(() => again.store.close());
    expect(again.now()).toBeGreaterThan(NOW);
    await arrive(desk.now() + 3_600_000);
    expect(existsSync(at('stock.csv'))).toBe(true);
    expect(sink.received).toEqual([]);
  });
});
