import {
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  symlinkSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { execFileSync } from 'node:child_process';
import fc from 'fast-check';
import { beforeEach, describe, expect, it } from 'vitest';
import { tempDir } from '#test/support/desk';
import { clearAway, putBack, type Cleared } from './clearAway';
import { listFolder, namedFiles } from './folder';
import { openInside, realFolders, troubleOf } from './handle';
import { hashOf, readStill } from './readStill';

const OLD = new Date('2026-11-01T00:00:00Z');
let [lists, secret] = ['', ''];
let folders: string[] = [];
/** A file that has stood still for long. */
function put(path: string, content: string, at: Date = OLD): string {
  writeFileSync(path, content);
  utimesSync(path, at, at);
  return path;
}
const at = (name: string) => join(lists, name);
const STILL = { settleMs: 1000, waitMs: 0 };
const MOST = 1000;
const troubleIn = (work: Promise<unknown>) =>
  work.then(
    () => 'none',
    (error: unknown) => troubleOf(error),
  );
const read = (path: string) => readStill(path, folders, MOST, STILL);

beforeEach(async () => {
  const dir = tempDir();
  [lists, secret] = [join(dir, 'lists'), join(dir, 'secret')];
  mkdirSync(lists);
  mkdirSync(secret);
  put(join(secret, 'key'), 'SECRET');
  folders = await realFolders([lists, join(dir, 'not there')]);
});

describe('only what is under the allowed folders', () => {
  it('is opened: no link, no folder that is a link, no “..”, nothing that is no file', async () => {
    put(at('a.csv'), 'a');
    symlinkSync(at('a.csv'), at('inside'));
    symlinkSync(join(secret, 'key'), at('out'));
    symlinkSync(secret, at('folder'));
    symlinkSync(at('nowhere'), at('broken'));
    symlinkSync(at('round'), at('round'));
    execFileSync('mkfifo', [at('pipe')]);
    expect((await read(at('inside'))).bytes.toString()).toBe('a');
    expect(await troubleIn(read(at('out')))).toBe('outside');
    expect(await troubleIn(read(at('folder/key')))).toBe('outside');
    expect(await troubleIn(read(join(lists, '../secret/key')))).toBe('outside');
    expect(await troubleIn(read(`${lists}/../secret/key`))).toBe('unreadable');
    expect(await troubleIn(read(at('broken')))).toBe('missing');
    expect(await troubleIn(read(at('round')))).toBe('unreadable');
    expect(await troubleIn(read(at('pipe')))).toBe('unreadable');
    expect(await troubleIn(read(lists))).toBe('unreadable');
    expect(await troubleIn(read('/etc/hostname'))).toBe('outside');
    // Nor is it listed, or part of a folder.
    const { entries } = await listFolder(lists, folders, { limit: 100 });
    expect(entries.map(({ name }) => name)).toEqual(['a.csv', 'inside']);
    expect(await troubleIn(listFolder(at('folder'), folders, { limit: 100 }))).toBe('outside');
    expect((await namedFiles(at('*'), 'all', folders)).map(({ name }) => name)).toEqual(['a.csv', 'inside']);
  });

  it('is read while folders and links are swapped all the time', async () => {
    mkdirSync(at('day'));
    put(at('day/key'), 'allowed');
    symlinkSync(secret, at('swap'));
    let [swapping, swaps] = [true, 0];
    const swapper = (async () => {
      while (swapping) {
        // The folder of that name is now ours, now another’s.
        renameSync(at('day'), at('aside'));
        renameSync(at('swap'), at('day'));
        await new Promise((resolve) => setImmediate(resolve));
        renameSync(at('day'), at('swap'));
        renameSync(at('aside'), at('day'));
        swaps++;
        await new Promise((resolve) => setImmediate(resolve));
      }
    })();
    const came = new Set<string>();
    for (let n = 0; n < 1500; n++) {
      const what = await read(at('day/key')).then(
        ({ bytes }) => bytes.toString(),
        (error: unknown) => `refused: ${troubleOf(error)}`,
      );
      came.add(what);
    }
    swapping = false;
    await swapper;
    expect(swaps).toBeGreaterThan(50);
    expect(came).toContain('allowed');
    expect(came).not.toContain('SECRET');
  });

  it('whatever path is asked for', async () => {
    put(at('a.csv'), 'a');
    symlinkSync(secret, at('out'));
    symlinkSync('..', at('up'));
    symlinkSync('.', at('here'));
    const name = fc.constantFrom('a.csv', 'out', 'key', 'up', 'here', 'secret', 'lists', '..', '.', '');
    await fc.assert(
      fc.asyncProperty(fc.array(name, { maxLength: 6 }), async (parts) => {
        const path = [lists, ...parts].join('/');
        const content = await read(path).then(
          ({ bytes }) => bytes.toString(),
          () => '',
        );
        expect(['', 'a']).toContain(content);
      }),
      { numRuns: 500 },
    );
  });
});

describe('a file is read', () => {
  it('whole, with its hash, once it has stood still', async () => {
    put(at('a.csv'), 'lamp,3\n');
    expect(await read(at('a.csv'))).toMatchObject({
      path: at('a.csv'),
      hash: hashOf(Buffer.from('lamp,3\n')),
      modifiedAt: OLD.getTime(),
    });
    put(at('large'), 'x'.repeat(MOST + 1));
    expect(await troubleIn(read(at('large')))).toBe('large');
    put(at('empty'), '');
    expect((await read(at('empty'))).bytes).toHaveLength(0);
  });

  it('not while somebody writes it, for however long; and when it comes to rest with its last bytes', async () => {
    const path = put(at('growing'), '', new Date());
    const patience = { settleMs: 500, waitMs: 20_000 };
    let writing = 0;
    const timer = setInterval(() => {
      if (writing < 12) writeFileSync(path, 'line\n'.repeat(++writing));
      else clearInterval(timer);
    }, 20);
    const { bytes } = await readStill(path, folders, MOST, patience);
    expect(bytes.toString()).toBe('line\n'.repeat(12));
    clearInterval(timer);
    writeFileSync(path, 'x');
    const busy = setInterval(() => writeFileSync(path, 'x'), 10);
    expect(await troubleIn(readStill(path, folders, MOST, { settleMs: 1000, waitMs: 1500 }))).toBe('busy');
    clearInterval(busy);
  });

  it('with a time yet to come once it has been watched', async () => {
    put(at('future'), 'x', new Date(Date.now() + 3_600_000));
    expect(await troubleIn(read(at('future')))).toBe('busy');
    const patient = { settleMs: 30, waitMs: 5000 };
    expect((await readStill(at('future'), folders, MOST, patient)).bytes.toString()).toBe('x');
  });

  it('anew where another is put in its place meanwhile', async () => {
    put(at('a'), 'first', new Date());
    const reading = readStill(at('a'), folders, MOST, { settleMs: 100, waitMs: 5000 });
    put(at('b'), 'second');
    renameSync(at('b'), at('a'));
    expect((await reading).bytes.toString()).toBe('second');
  });
});

describe('a link names', () => {
  beforeEach(() => {
    put(at('stock-1.csv'), '1', new Date('2026-11-01T00:00:00Z'));
    put(at('stock-10.csv'), '10', new Date('2026-11-03T00:00:00Z'));
    put(at('stock-2.csv'), '2', new Date('2026-11-02T00:00:00Z'));
    put(at('[a].csv'), 'brackets');
    put(at('.stock-0.csv'), 'hidden', new Date());
    mkdirSync(at('stock-folder.csv'));
  });
  const named = async (path: string, which: 'all' | 'newest' = 'all') =>
    (await namedFiles(path, which, folders)).map(({ name }) => name);

  it('a file, those of a pattern, those of a folder, or the newest', async () => {
    expect(await named(at('stock-1.csv'))).toEqual(['stock-1.csv']);
    expect(await named(at('stock-*.csv'))).toEqual(['stock-1.csv', 'stock-2.csv', 'stock-10.csv']);
    expect(await named(at('stock-{1,2}.csv'))).toEqual(['stock-1.csv', 'stock-2.csv']);
    expect(await named(at('stock-*.csv'), 'newest')).toEqual(['stock-10.csv']);
    expect(await named(lists)).toEqual(['[a].csv', 'stock-1.csv', 'stock-2.csv', 'stock-10.csv']);
    // A name that looks like a pattern is first of all a name.
    expect(await named(at('[a].csv'))).toEqual(['[a].csv']);
  });

  it('nothing where nothing is there', async () => {
    for (const path of [at('none.csv'), at('none-*'), at('none/a*')])
      expect(await troubleIn(named(path)), path).toBe('missing');
  });

  it('folders come first, by name, a page at a time, and by what is looked for', async () => {
    const page = async (more: object) => {
      const { entries, total } = await listFolder(lists, folders, { limit: 2, ...more });
      return [total, ...entries.map(({ name }) => name)];
    };
    expect(await page({})).toEqual([5, 'stock-folder.csv', '[a].csv']);
    expect(await page({ offset: 3 })).toEqual([5, 'stock-2.csv', 'stock-10.csv']);
    expect(await page({ words: 'K-1' })).toEqual([2, 'stock-1.csv', 'stock-10.csv']);
  });
});

describe('a file that has gone out is cleared away', () => {
  async function went(name: string, moveTo: string | null = null): Promise<Cleared> {
    const { path, hash, modifiedAt, inode } = await read(put(at(name), `content of ${name}`));
    return { id: 'x1', path, hash, modifiedAt, inode, moveTo, begun: false };
  }
  const there = () => readdirSync(lists).sort();

  it('deleted, or moved under a name that is free; and put back, over nothing', async () => {
    const deleted = await went('a.csv');
    expect(await clearAway(deleted, folders)).toEqual({ as: 'cleared', to: null });
    expect(there()).toEqual([]);
    await putBack(deleted, Buffer.from('content of a.csv'), null, folders);
    expect(statSync(at('a.csv')).mtimeMs).toBe(OLD.getTime());
    await expect(putBack(deleted, Buffer.from('x'), null, folders)).rejects.toThrow('EEXIST');
    expect(readFileSync(at('a.csv'), 'utf8')).toBe('content of a.csv');
    const moved = await went('b.csv', at('sent'));
    mkdirSync(at('sent'));
    put(at('sent/b.csv'), 'older');
    const done = await clearAway(moved, folders);
    expect(done).toEqual({ as: 'cleared', to: at('sent/b (2).csv') });
    await putBack(moved, Buffer.from('content of b.csv'), at('sent/b (2).csv'), folders);
    expect(readdirSync(at('sent'))).toEqual(['b.csv']);
    expect(there()).toEqual(['a.csv', 'b.csv', 'sent']);
  });

  it('never what has changed since, nor out of the allowed folders', async () => {
    const cleared = await went('a.csv');
    put(at('a.csv'), 'changed since');
    expect(await clearAway(cleared, folders)).toEqual({ as: 'changed' });
    put(at('a.csv'), 'content of a.csv', new Date());
    expect(await clearAway(cleared, folders)).toEqual({ as: 'changed' });
    rmSync(at('a.csv'));
    expect(await clearAway(cleared, folders)).toEqual({ as: 'changed' });
    symlinkSync(secret, at('sent'));
    const moved = await went('b.csv', at('sent'));
    await expect(clearAway(moved, folders)).rejects.toThrow();
    expect(readdirSync(secret)).toEqual(['key']);
  });

  it('goes back where somebody put another there in the moment between', async () => {
    const cleared = await went('a.csv');
    // As after a crash: what was put aside is another file.
    renameSync(put(at('b'), 'another'), at('.oak-clearing-x1'));
    rmSync(at('a.csv'));
    expect(await clearAway({ ...cleared, begun: true }, folders)).toEqual({ as: 'changed' });
    expect(there()).toEqual(['a.csv']);
    expect(readFileSync(at('a.csv'), 'utf8')).toBe('another');
  });

  it.each(['before', 'aside', 'put', 'done', 'done, and the same there anew'])(
    'once, when it is begun again after a crash: %s',
    async (crash) => {
      const moved = await went('a.csv', at('sent'));
      mkdirSync(at('sent'));
      if (crash !== 'before') renameSync(at('a.csv'), at('.oak-clearing-x1'));
      if (crash === 'put') execFileSync('ln', [at('.oak-clearing-x1'), at('sent/a.csv')]);
      if (crash.startsWith('done')) renameSync(at('.oak-clearing-x1'), at('sent/a.csv'));
      if (crash.endsWith('anew')) put(at('a.csv'), 'content of a.csv', new Date('2026-11-02T00:00:00Z'));
      expect(await clearAway({ ...moved, begun: true }, folders)).toMatchObject({ as: 'cleared' });
      expect(there()).toEqual(crash.endsWith('anew') ? ['a.csv', 'sent'] : ['sent']);
      expect(readdirSync(at('sent'))).toEqual(['a.csv']);
    },
  );
});

it('is opened only by its handle', async () => {
  put(at('a'), 'a');
  const { file, path } = await openInside(at('a'), folders);
  expect(path).toBe(at('a'));
  await file.close();
});
