import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { tempDesk, tempDir } from '#test/support/desk';
import { mailOf } from '#test/support/mail';
import { mboxEntry } from '#core/formats/mbox';
import { readImports } from '#usecases/exchange/importMail';
import { listThreads } from '#usecases/incoming/inbox';
import { importPath } from './importPath';

it('takes in a folder with what is in it, tells how far it is, and nothing twice', async () => {
  const { desk } = tempDesk();
  const folder = tempDir();
  mkdirSync(join(folder, 'mail', '2020'), { recursive: true });
  const entries = Array.from({ length: 5 }, (_, n) => mboxEntry(mailOf({ id: `m${n}` }), 'a@x.example', 0));
  writeFileSync(join(folder, 'mail', 'old.mbox'), Buffer.concat(entries));
  writeFileSync(join(folder, 'mail', '2020', 'one.eml'), mailOf({ id: 'one', subject: 'One' }));
  writeFileSync(join(folder, 'mail', '2020', 'junk.eml'), 'nothing of the kind');
  writeFileSync(join(folder, 'mail', 'empty.eml'), '');
  const told: string[] = [];
  const take = () => importPath(desk, join(folder, 'mail'), 'archive', (words) => told.push(words));
  expect(await take()).toEqual({ added: 6, same: 0, unreadable: 1 });
  expect(told).toContain('mail/old.mbox: 100 %, 5 taken in');
  expect(readImports(desk).aside.map(({ name }) => name)).toEqual(['mail/2020/junk.eml']);
  // Done again, all of it is here already; what could not be read is kept aside once.
  expect(await take()).toEqual({ added: 0, same: 6, unreadable: 1 });
  expect(readImports(desk).aside).toHaveLength(1);
  expect(listThreads(desk, { place: 'archive', order: 'time', limit: 99 }).messages).toHaveLength(6);
  await expect(importPath(desk, join(folder, 'nowhere'), 'inbox', () => {})).rejects.toThrow();
});
