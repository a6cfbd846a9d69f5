/** A linked folder of ten thousand files: a page of it, what a link names there, and the newest. */
import { mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { readdir, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { listFolder, namedFiles } from '#files/folder';
import { realFolders } from '#files/handle';
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
