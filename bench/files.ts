/** A linked folder of ten thousand files: a page of it, what a link names there, and the newest. A thousand watched folders at rest. */
import { mkdirSync, mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { readdir, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { listFolder, namedFiles } from '#files/folder';
import { realFolders } from '#files/handle';
import { changeSettings } from '#usecases/changeSettings';
import { openDesk } from '#usecases/desk';
import { listFileWatches } from '#usecases/fileWatches/changeFileWatch';
import { FileFollower, LOOK_MS } from '#usecases/fileWatches/followFiles';
import { createDraft } from '#usecases/messages/createDraft';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { prepareData } from '#usecases/prepareData';
import { setTimeout as sleep } from 'node:timers/promises';
import type { Row } from './support';

const FILES = 10_000;

export async function files(): Promise<Row[]> {
  const dir = mkdtempSync(join(tmpdir(), 'oak-files-'));
  try {
    for (let n = 0; n < FILES; n++) {
      const path = join(dir, `stock-${n}.csv`);
      writeFileSync(path, `${n}`);
      utimesSync(path, n, n);
    }
    const folders = await realFolders([dir]);
    const timed = async (work: () => Promise<unknown>) => {
      await work();
      const begin = performance.now();
      await work();
      return performance.now() - begin;
    };
    const bare = await timed(async () => {
      for (const name of await readdir(dir)) await stat(join(dir, name));
    });
    const page = await timed(() => listFolder(dir, folders, { limit: 200 }));
    const found = await timed(() => listFolder(dir, folders, { words: '*99.csv', limit: 200 }));
    const newest = await timed(() => namedFiles(join(dir, '*.csv'), 'newest', folders));
    const against = `looking at all of them bare: ${bare.toFixed(0)} ms`;
    const row = (what: string, ms: number): Row => [
      what,
      `${ms.toFixed(0)} ms`,
      against,
      (ms / bare).toFixed(2),
    ];
    return [
      row(`a page of a folder of ${FILES} files`, page),
      row('those of a pattern in it', found),
      row('the newest of it', newest),
    ];
  } finally {
    rmSync(dir, { recursive: true });
  }
}

const WATCHED = 1000;
/** It is looked this often here, and measured over so many looks; in earnest every two minutes. */
const ROUND_MS = 4000;
const ROUNDS = 3;

const cpuMs = () => {
  const { user, system } = process.cpuUsage();
  return (user + system) / 1000;
};

/** Processor time of a thousand watched folders in which nothing happens. */
export async function watched(): Promise<Row> {
  const dir = mkdtempSync(join(tmpdir(), 'oak-watched-'));
  prepareData(dir, 'sandbox', Date.parse('2026-11-24T14:24:00Z'));
  const desk = openDesk(dir);
  const follower = new FileFollower(desk, console.error, ROUND_MS);
  try {
    changeSettings(desk, { fileFolders: [join(dir, 'files')] });
    desk.store.write(() => {
      for (let n = 0; n < WATCHED; n++) {
        const path = join(dir, 'files', `${n}`);
        mkdirSync(path, { recursive: true });
        writeFileSync(join(path, 'list.csv'), `${n}`);
        utimesSync(join(path, 'list.csv'), n, n);
        const { id } = createDraft(desk, { to: ['a@x.example'], subject: `${n}`, text: 'x' });
        scheduleMessage(desk, id, { kind: 'on-file-change', path });
      }
    });
    follower.start();
    while (listFileWatches(desk).some(({ known }) => known === null)) await sleep(500);
    await sleep(2 * ROUND_MS);
    const before = cpuMs();
    await sleep(ROUNDS * ROUND_MS);
    const round = (cpuMs() - before) / ROUNDS;
    const share = (100 * round) / LOOK_MS;
    return [
      `${WATCHED} watched folders in which nothing happens`,
      `${round.toFixed(0)} ms of processor time a look: ${share.toFixed(2)} % of a core`,
      `looked at every ${LOOK_MS / 1000} s; asked: under 1 %`,
      share.toFixed(2),
    ];
  } finally {
    await follower.stop();
    desk.store.close();
    rmSync(dir, { recursive: true });
  }
}
