/** Opening the database file and its transactions. */
import Database from 'better-sqlite3';
import { drizzle, type BetterSQLite3Database } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import { mkdirSync } from 'node:fs';
import { open, type FileHandle } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { folded } from '#core/text/folded';
import { spaced } from '#core/text/spaced';
import { addressOf } from './addressOf';
import * as schema from './schema';

type Schema = typeof schema;
export type Db = BetterSQLite3Database<Schema>;

declare const writing: unique symbol;

/** A transaction that may write; handed out by {@link Store.write}. */
export type Tx = Db & { readonly [writing]: true };

/** Where reading is all that is needed: outside a transaction or in one. */
export type Reading = Db;

export interface Store {
  /** For reading outside a transaction. */
  readonly db: Db;
  /**
   * Reads several things as of one moment. Outside a transaction each query begins and ends one of its own, and for small
   * ones that is most of what they cost. Nothing is written in it.
   */
  read<T>(work: () => T): T;
  /**
   * Runs `work` in one `BEGIN IMMEDIATE` transaction (a deferred one can fail with SQLITE_BUSY_SNAPSHOT when it
   * turns to writing). Everything `work` does happens, or nothing.
   */
  write<T>(work: (tx: Tx) => T): T;
  /**
   * The same, without waiting for the disk: a power cut may lose it. It is durable once anything written by
   * {@link write} after it is, since the log is kept in order.
   */
  writeAhead<T>(work: (tx: Tx) => T): T;
  /** Resolves once everything written until now is durable, however often it has to be tried. The thread is not held up. */
  settled(): Promise<void>;
  /** The same, and nothing is left of what stood there before: neither in free pages nor in the log. */
  writeOver<T>(work: (tx: Tx) => T): T;
  /** Changes whenever another connection commits; compare it with an earlier value. */
  dataVersion(): number;
  close(): void;
}

/** The database file in a data folder. */
export const databasePath = (dataDir: string) => join(dataDir, 'oak.db');

export const migrationsFolder = () => join(process.cwd(), 'src/store/migrations');

function connect(path: string): Database.Database {
  const sqlite = new Database(path);
  sqlite.pragma('journal_mode = WAL');
  sqlite.pragma('synchronous = FULL');
  sqlite.pragma('foreign_keys = ON');
  // Pages that are written again and again go from the log to the file once for many times; a log of 16 MB.
  sqlite.pragma('wal_autocheckpoint = 4000');
  sqlite.pragma('busy_timeout = 5000');
  sqlite.function('spaced', { deterministic: true }, (text) => spaced(String(text ?? '')));
  sqlite.function('folded', { deterministic: true }, (text) => folded(String(text ?? '')));
  // For migrations: what was kept before it was addressed by its content.
  sqlite.function('sha256', { deterministic: true }, (bytes) => addressOf(bytes as Buffer));
  return sqlite;
}

/**
 * Brings the file up to the present schema, making it where it is missing. One process at a time.
 * @param migrations where they lie, if they are not all
 */
export function migrateStore(path: string, migrations = migrationsFolder()): void {
  mkdirSync(dirname(path), { recursive: true, mode: 0o700 });
  const sqlite = connect(path);
  try {
    migrate(drizzle(sqlite, { schema, casing: 'snake_case' }), { migrationsFolder: migrations });
    // Of threads from before they had a key: a migration knows no other letters than ASCII.
    sqlite.exec("UPDATE threads SET subject_key = folded(subject) WHERE subject_key = '' AND subject <> ''");
  } finally {
    sqlite.close();
  }
}

const REST_MS = 1000;

/** Where the log cannot be synced by itself: whatever is written, SQLite syncs what stands before it. */
async function syncedByWriting(sqlite: Database.Database): Promise<void> {
  while (sqlite.open) {
    try {
      sqlite.pragma(`user_version = ${sqlite.pragma('user_version', { simple: true }) as number}`);
      return;
    } catch {
      await new Promise((resolve) => setTimeout(resolve, REST_MS));
    }
  }
}

/** Opens a migrated file. */
export function openStore(path: string): Store {
  const sqlite = connect(path);
  // A connection of its own: data_version tells of commits by *other* connections only, this process's included.
  const watcher = new Database(path, { readonly: true });
  const db = drizzle(sqlite, { schema, casing: 'snake_case' });
  // The connection itself stands for the transaction: it runs one thing at a time, and its queries stay built.
  const transaction = sqlite.transaction((work: (tx: Tx) => unknown) => work(db as unknown as Tx));
  const write = <T>(work: (tx: Tx) => T): T => transaction.immediate(work) as T;
  const read = <T>(work: () => T): T => (sqlite.inTransaction ? work() : (transaction.deferred(work) as T));
  // One file as long as anybody has the database open.
  let log: Promise<FileHandle> | undefined;
  const settled = async () => {
    try {
      log ??= open(`${path}-wal`);
      await (await log).datasync();
    } catch {
      log = undefined;
      await syncedByWriting(sqlite);
    }
  };
  return {
    db,
    read,
    write,
    settled,
    writeAhead(work) {
      sqlite.exec('PRAGMA synchronous = NORMAL');
      try {
        return write(work);
      } finally {
        sqlite.exec('PRAGMA synchronous = FULL');
      }
    },
    writeOver(work) {
      sqlite.pragma('secure_delete = ON');
      try {
        return write(work);
      } finally {
        sqlite.pragma('secure_delete = OFF');
        sqlite.pragma('wal_checkpoint(TRUNCATE)');
      }
    },
    dataVersion: () => watcher.pragma('data_version', { simple: true }) as number,
    close() {
      log?.then((file) => file.close()).catch(() => {});
      watcher.close();
      sqlite.close();
    },
  };
}
