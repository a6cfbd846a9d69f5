import Database from 'better-sqlite3';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { tempDesk, tempDir } from '#test/support/desk';
import { mailOf } from '#test/support/mail';
import { receiveMail } from '#usecases/incoming/receiveMail';
import { findDamage } from './backup';
import { newestMigration } from './checkFile';
import { databasePath, migrateStore, migrationsFolder } from './store';
import { newTables, openTables } from './tables';

const { entries } = JSON.parse(readFileSync(join(migrationsFolder(), 'meta/_journal.json'), 'utf8')) as {
  entries: { when: number }[];
};
/** Of the version before the last that changed a table. */
const BEFORE = entries.at(-2)!.when;

it('rows of a version before are put into its tables, and brought up to the present', () => {
  const [old, made] = [join(tempDir(), 'old.db'), join(tempDir(), 'made.db')];
  newTables(old, BEFORE).close();
  const before = new Database(old);
  before.prepare("INSERT INTO meta (key, value) VALUES ('kind', 'sandbox')").run();
  before.close();
  const from = openTables(old);
  expect(from.schema).toBe(BEFORE);
  const into = newTables(made, from.schema);
  for (const name of from.names) into.put(name, from.rows(name));
  into.finish();
  into.close();
  from.close();
  migrateStore(made);
  const now = openTables(made);
  expect(now.schema).toBe(newestMigration());
  expect([...now.rows('meta')].map(({ key, value }) => [key, value])).toContainEqual(['kind', 'sandbox']);
  now.close();
  expect(findDamage(made)).toBeUndefined();
});

it('what follows from a change is there as it was, not followed twice, and follows again afterwards', async () => {
  const { desk, dir } = tempDesk();
  await receiveMail(desk, Buffer.from(mailOf({ id: 'one', subject: 'One' })));
  const from = openTables(databasePath(dir));
  const path = join(tempDir(), 'made.db');
  const into = newTables(path, from.schema);
  expect(() => into.put('no such table', [])).toThrow(/no table/);
  for (const name of from.names) into.put(name, from.rows(name));
  into.finish();
  into.close();
  const of = (file: string) => {
    const sqlite = new Database(file, { readonly: true });
    const triggers = sqlite
      .prepare("SELECT name, sql FROM sqlite_master WHERE type = 'trigger' ORDER BY name")
      .all();
    sqlite.close();
    return triggers;
  };
  expect(of(path)).toEqual(of(databasePath(dir)));
  const made = openTables(path);
  for (const name of from.names) expect([...made.rows(name)], name).toEqual([...from.rows(name)]);
  made.close();
  from.close();
});
