/**
 * The engine ended with SIGKILL while it sends files, clears them away, and watches others: each message once with the bytes that
 * were there, each file cleared away once and only after, each change told once.
 */
import { existsSync, mkdirSync, readdirSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { expect, it, onTestFinished } from 'vitest';
import { listDepartures } from '#store/departureList';
import { beat } from '#store/heartbeat';
import { listReads } from '#usecases/links/listLinks';
import { addLink } from '#usecases/links/linkFiles';
import { changeSettings } from '#usecases/changeSettings';
import { moveClock } from '#usecases/clock/sandbox';
import { listFileWatches } from '#usecases/fileWatches/changeFileWatch';
import { createDraft } from '#usecases/messages/createDraft';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { tempDesk } from '../support/desk';
import { bundleDaemon, startDaemon } from '../support/daemon';
import { startPostOffice } from '../support/postOffice';
import { chance, SEED } from '../support/random';
import { patient, until } from '../support/until';

const FILES = 60;
const WATCHED = 20;
const KILLS = 8;
const OLD = new Date('2026-11-01T00:00:00Z');
const random = chance();

it(`killed ${KILLS} times, seed ${SEED}`, { timeout: patient(120_000) }, async () => {
  await bundleDaemon('engine');
  const { desk, dir } = tempDesk();
  const folder = join(dir, 'files');
  mkdirSync(folder);
  const put = (name: string, content: string, at: Date = OLD) => {
    writeFileSync(join(folder, name), content);
    utimesSync(join(folder, name), at, at);
    return join(folder, name);
  };
  const office = await startPostOffice(dir);
  onTestFinished(() => office.close());
  changeSettings(desk, { fileFolders: [folder], holdSeconds: 10 });
  const to = ['a@x.example'];
  desk.store.write(() => {
    for (let n = 0; n < FILES; n++) {
      const { id } = createDraft(desk, { to, subject: `file ${n}`, text: 'x' });
      const after =
        n % 2 ? ({ after: 'move', moveTo: join(folder, 'sent') } as const) : ({ after: 'delete' } as const);
      addLink(desk, id, { path: put(`${n}.csv`, `content ${n}.`), settleSeconds: 0, ...after });
      scheduleMessage(desk, id, { kind: 'at', local: '2026-11-25T08:30', zone: 'Asia/Kathmandu' });
    }
    for (let n = 0; n < WATCHED; n++) {
      const { id } = createDraft(desk, { to, subject: `watched ${n}`, text: 'x' });
      const path = put(`watched ${n}.txt`, 'before');
      scheduleMessage(desk, id, { kind: 'on-file-change', path, settleSeconds: 0, everyMinutes: 0 });
    }
  });
  const env = { OAK_DATA: dir, OAK_SMTP_URL: office.smtpUrl, OAK_POSTOFFICE_URL: office.httpUrl };
  let engine = startDaemon('engine', env);
  onTestFinished(() => void engine.process.kill('SIGKILL'));
  await engine.ready;
  await until('what is watched to be known', () =>
    listFileWatches(desk).every(({ known }) => known !== null),
  );
  for (let n = 0; n < WATCHED; n++) put(`watched ${n}.txt`, `after ${n}`, new Date(OLD.getTime() + 1000));
  moveClock(desk, { advance: 86_400_000 });
  for (let kill = 0; kill < KILLS; kill++) {
    await sleep(random() * 250);
    engine.process.kill('SIGKILL');
    const pulse = setInterval(() => beat(dir), 500);
    await engine.ended;
    // Nothing is cleared away that has not been taken.
    const sources = office.sources('a@x.example').join('\n');
    for (let n = 0; n < FILES; n++)
      if (!existsSync(join(folder, `${n}.csv`))) expect(sources, `${n}.csv`).toContain(`file ${n}\r\n`);
    engine = startDaemon('engine', env);
    await engine.ready.finally(() => clearInterval(pulse));
  }
  const open = () => listDepartures(desk.store.db, { states: ['held', 'scheduled', 'releasing'], limit: 1 });
  await until('each change to be told', () => listFileWatches(desk).every(({ count }) => count >= 1));
  moveClock(desk, { advance: 3_600_000 });
  await until('all to be over', () => open().length === 0);
  await until('all to be cleared away', () =>
    listReads(desk).every(({ clearing, leftAt }) => leftAt === null || clearing === 'done'),
  );
  const doubtful = listDepartures(desk.store.db, { states: ['unconfirmed'], limit: 100 });
  // What is in doubt keeps its file.
  const kept = readdirSync(folder).filter((name) => name.endsWith('.csv'));
  expect(kept.length).toBeLessThanOrEqual(doubtful.length);
  expect(readdirSync(folder).filter((name) => name.startsWith('.'))).toEqual([]);
  const moved = readdirSync(join(folder, 'sent'));
  expect(new Set(moved).size).toBe(moved.length);
  expect(moved.filter((name) => name.includes('('))).toEqual([]);
  expect([...office.counts('a@x.example').values()].filter((count) => count !== 1)).toEqual([]);
  const subjects = office.sources('a@x.example').map((source) => /^Subject: (.*)$/m.exec(source)![1]!.trim());
  expect(new Set(subjects).size).toBe(subjects.length);
  expect(subjects.length + doubtful.length).toBeGreaterThanOrEqual(FILES + WATCHED);
  for (const source of office.sources('a@x.example')) {
    const n = /^Subject: file (\d+)/m.exec(source)?.[1];
    if (n !== undefined) expect(source).toContain(Buffer.from(`content ${n}.`).toString('base64'));
  }
  expect(listFileWatches(desk).map(({ count }) => count)).toEqual(Array<number>(WATCHED).fill(1));
  engine.process.kill('SIGTERM');
  await engine.ended;
});
