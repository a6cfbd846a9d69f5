/** Bad days of the disk: said with the file and the reason, and nothing touched. */
import { chmodSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { tempDesk, tempDir } from '#test/support/desk';
import { databasePath } from '#store/store';
import { diskWords } from './diskTrouble';
import { createDraft } from './messages/createDraft';
import { listDrafts } from './messages/readMessage';
import { prepareData, UnusableData } from './prepareData';

function refusedStart(dir: string): string {
  const path = databasePath(dir);
  const before = readFileSync(path);
  let words = '';
  try {
    prepareData(dir, 'sandbox');
  } catch (error) {
    expect(error).toBeInstanceOf(UnusableData);
    words = (error as Error).message;
  }
  expect(readFileSync(path).equals(before)).toBe(true);
  return words;
}

function made(): string {
  const { desk, dir } = tempDesk();
  for (let index = 0; index < 50; index++) createDraft(desk, { subject: `${index}`, text: 'x'.repeat(2000) });
  desk.store.close();
  return dir;
}

describe('a file that cannot be used is left as it is', () => {
  it('where it is no database', () => {
    const dir = tempDir();
    writeFileSync(databasePath(dir), 'This is not a database, whatever its name says. '.repeat(100));
    expect(refusedStart(dir)).toMatch(/oak\.db is damaged; nothing in it was touched/);
  });

  it('where part of it is overwritten', () => {
    const dir = made();
    const bytes = readFileSync(databasePath(dir));
    bytes.fill(0xa5, 4096 * 3, 4096 * 12);
    writeFileSync(databasePath(dir), bytes);
    expect(refusedStart(dir)).toMatch(/is damaged/);
  });

  it('where it is cut short', () => {
    const dir = made();
    const bytes = readFileSync(databasePath(dir));
    writeFileSync(databasePath(dir), bytes.subarray(0, Math.floor(bytes.length / 2)));
    expect(refusedStart(dir)).toMatch(/is damaged/);
  });

  it('where a newer version has written it', () => {
    const { desk, dir } = tempDesk();
    desk.store.db.run("INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('x', 4000000000000)");
    desk.store.close();
    expect(refusedStart(dir)).toMatch(/written by a newer version of Oak Lantern/);
  });
});

it('says at the start where the folder cannot be used', () => {
  const dir = `${tempDir()}/under`;
  // A file where the folder should be: the same for root, who may write anywhere.
  writeFileSync(dir, '');
  expect(() => prepareData(dir, 'sandbox')).toThrow();
  const readOnly = `${tempDir()}/read-only`;
  mkdirSync(readOnly);
  chmodSync(readOnly, 0o500);
  if (process.getuid?.() !== 0)
    expect(() => prepareData(readOnly, 'sandbox')).toThrow('cannot be written to');
});

it('says what could not be kept on a full disk, keeps what was there, and goes on when there is room', () => {
  const { desk } = tempDesk();
  createDraft(desk, { subject: 'kept' });
  const pages = desk.store.db.get<{ page_count: number }>('PRAGMA page_count').page_count;
  desk.store.db.run(`PRAGMA max_page_count = ${pages}`);
  let caught: unknown;
  try {
    createDraft(desk, { subject: 'too much', text: 'x'.repeat(100_000) });
  } catch (error) {
    caught = error;
  }
  expect(diskWords(caught)).toMatch(/^The disk is full: nothing was kept of this/);
  expect(listDrafts(desk, 10).messages.map((each) => each.subject)).toEqual(['kept']);
  desk.store.db.run('PRAGMA max_page_count = 1000000');
  expect(createDraft(desk, { subject: 'room again', text: 'x'.repeat(100_000) }).subject).toBe('room again');
});

it.each([
  ['SQLITE_READONLY_DBMOVED', /cannot be written/],
  ['SQLITE_IOERR_WRITE', /does not take/],
  ['SQLITE_CORRUPT', /damaged/],
  ['ENOSPC', /full/],
  ['SQLITE_CONSTRAINT', undefined],
])('%s', (code, words) => {
  const said = diskWords(new Error('wrapped', { cause: Object.assign(new Error('x'), { code }) }));
  if (words) expect(said).toMatch(words);
  else expect(said).toBeUndefined();
});
