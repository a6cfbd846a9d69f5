import { chmodSync, mkdirSync, statSync, symlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { tempDir } from '#test/support/desk';
import { closeFolder } from './ownFolder';

const mode = (path: string) => (statSync(path).mode & 0o777).toString(8);

function open(names: readonly string[]): string {
  const dir = join(tempDir(), 'data');
  mkdirSync(dir);
  chmodSync(dir, 0o755);
  for (const name of names) {
    writeFileSync(join(dir, name), '');
    chmodSync(join(dir, name), 0o644);
  }
  return dir;
}

it('a folder that holds nothing but ours is closed, and all in it', () => {
  const dir = open(['oak.db', 'oak.db-wal', 'engine.lock', 'postoffice.db', 'secret.key']);
  mkdirSync(join(dir, 'backups'), { mode: 0o755 });
  writeFileSync(join(dir, 'backups', 'old.db'), '');
  chmodSync(join(dir, 'backups', 'old.db'), 0o644);
  expect(closeFolder(dir)).toBeUndefined();
  expect([dir, join(dir, 'backups')].map(mode)).toEqual(['700', '700']);
  expect(
    ['oak.db', 'oak.db-wal', 'engine.lock', 'secret.key', 'backups/old.db'].map((name) =>
      mode(join(dir, name)),
    ),
  ).toEqual(['600', '600', '600', '600', '600']);
});

it('one that is shared keeps its own mode and its other things, says so, and follows no link', () => {
  const dir = open(['oak.db', 'letter.txt']);
  const elsewhere = open(['theirs']);
  symlinkSync(elsewhere, join(dir, 'files'));
  expect(closeFolder(dir)).toMatch(/open to others on this machine/);
  expect([dir, join(dir, 'oak.db'), join(dir, 'letter.txt')].map(mode)).toEqual(['755', '600', '644']);
  expect([elsewhere, join(elsewhere, 'theirs')].map(mode)).toEqual(['755', '644']);
});
