/** The whole database as rows, table by table, and made anew from them. */
import Database from 'better-sqlite3';
import { copyFileSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { migrationsFolder, migrateStore } from './store';

/** What the index for words is made of: it is made anew, by and by, from the messages. */
const INDEX = /^(message_words|message_parts|message_vocabulary|word_rows|words_due)/;
const OF_OTHERS = /^(sqlite_|__drizzle_)/;

/** The name a row's own number goes by, where it has one beside its columns. */
const ROW = 'rowid';

type Value = string | number | null | { base64: string };
export type Row = Record<string, Value>;

interface Table {
  name: string;
  /** False where its key is all a row is known by. */
  numbered: boolean;
}

function tablesIn(sqlite: Database.Database): Table[] {
  const all = sqlite
    .prepare("SELECT name, sql FROM sqlite_master WHERE type = 'table' ORDER BY name")
    .all() as { name: string; sql: string }[];
  return all
    .filter(({ name }) => !INDEX.test(name) && !OF_OTHERS.test(name))
    .map(({ name, sql }) => ({ name, numbered: !/WITHOUT\s+ROWID/i.test(sql) }));
}

const quoted = (name: string) => `"${name.replaceAll('"', '""')}"`;

const toValue = (value: unknown): Value =>
  Buffer.isBuffer(value) ? { base64: value.toString('base64') } : (value as Value);

const toBinding = (value: Value | undefined) =>
  value !== null && typeof value === 'object' ? Buffer.from(value.base64, 'base64') : (value ?? null);

function* rowsOf(sqlite: Database.Database, { name, numbered }: Table): Generator<Row> {
  const select = sqlite.prepare(`SELECT ${numbered ? `rowid AS ${ROW}, ` : ''}* FROM ${quoted(name)}`);
  for (const row of select.iterate() as Iterable<Record<string, unknown>>)
    yield Object.fromEntries(Object.entries(row).map(([key, value]) => [key, toValue(value)]));
}

/** A database open for being read as rows. */
export interface Tables {
  names: string[];
  /** Each with all its columns by name; bytes as `{base64}`. One table after another. */
  rows: (name: string) => Generator<Row>;
  /** When the newest migration was made that it has, epoch ms. */
  schema: number;
  close: () => void;
}

export function openTables(path: string): Tables {
  const sqlite = new Database(path, { readonly: true, fileMustExist: true });
  const tables = tablesIn(sqlite);
  const { latest } = sqlite.prepare('SELECT max(created_at) AS latest FROM __drizzle_migrations').get() as {
    latest: number;
  };
  return {
    names: tables.map(({ name }) => name),
    rows: (name) =>
      rowsOf(
        sqlite,
        tables.find((each) => each.name === name)!,
      ),
    schema: Number(latest),
    close: () => void sqlite.close(),
  };
}

interface Journal {
  entries: { when: number; tag: string }[];
}

/** The migrations up to one, in a folder of their own. */
function migrationsUpTo(schema: number): string {
  const from = migrationsFolder();
  const folder = mkdtempSync(join(tmpdir(), 'oak-migrations-'));
  const journal = JSON.parse(readFileSync(join(from, 'meta/_journal.json'), 'utf8')) as Journal;
  const entries = journal.entries.filter(({ when }) => when <= schema);
  mkdirSync(join(folder, 'meta'));
  writeFileSync(join(folder, 'meta/_journal.json'), JSON.stringify({ ...journal, entries }));
  for (const { tag } of entries) copyFileSync(join(from, `${tag}.sql`), join(folder, `${tag}.sql`));
  return folder;
}

/** A database that is being made from rows. */
export interface NewTables {
  /** Puts rows into a table, in the order they come. @throws where there is no such table, or a row does not fit */
  put: (name: string, rows: Iterable<Row>) => void;
  /** Nothing more comes: what watches over changes does so again. */
  finish: () => void;
  close: () => void;
}

/**
 * Begins a database as it was by one migration, without any row, and without what follows from a change: what
 * comes has followed already.
 * @param schema when the newest migration was made that the rows have, epoch ms
 */
export function newTables(path: string, schema: number): NewTables {
  const migrations = migrationsUpTo(schema);
  try {
    migrateStore(path, migrations);
  } finally {
    rmSync(migrations, { recursive: true, force: true });
  }
  const sqlite = new Database(path, { fileMustExist: true });
  sqlite.pragma('foreign_keys = OFF');
  sqlite.pragma('journal_mode = DELETE');
  const triggers = sqlite.prepare("SELECT name, sql FROM sqlite_master WHERE type = 'trigger'").all() as {
    name: string;
    sql: string;
  }[];
  for (const { name } of triggers) sqlite.exec(`DROP TRIGGER ${quoted(name)}`);
  const tables = new Set(tablesIn(sqlite).map(({ name }) => name));
  for (const name of tables) sqlite.exec(`DELETE FROM ${quoted(name)}`);
  return {
    put(name, rows) {
      if (!tables.has(name)) throw new Error(`There is no table ${name}.`);
      const inserts = new Map<string, Database.Statement>();
      sqlite.transaction(() => {
        for (const row of rows) {
          const columns = Object.keys(row);
          const key = columns.join();
          const insert =
            inserts.get(key) ??
            sqlite.prepare(
              `INSERT INTO ${quoted(name)} (${columns.map(quoted).join()}) VALUES (${columns.map(() => '?').join()})`,
            );
          inserts.set(key, insert);
          insert.run(columns.map((column) => toBinding(row[column])));
        }
      })();
    },
    finish() {
      for (const { sql } of triggers) sqlite.exec(sql);
      sqlite.exec(
        'INSERT OR IGNORE INTO words_due SELECT id FROM messages WHERE deleted_at IS NULL ORDER BY at',
      );
    },
    close: () => void sqlite.close(),
  };
}
