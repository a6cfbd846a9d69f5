/** A backup: the whole database as it stood at one moment, in a file of its own. */
import Database from 'better-sqlite3';
import { closeSync, fsyncSync, openSync } from 'node:fs';
import { hasTable } from './checkFile';

/** What a backup says of itself, in its table `meta`. */
const MARK = 'backup';

/** Pages that are copied before others have a turn. */
const PAGES_AT_ONCE = 1000;

export interface BackupMark {
  /** Epoch ms, of the machine's clock. */
  madeAt: number;
  /** The key of what is sealed in it, itself sealed by a passphrase; left out where none was given. */
  key?: string;
}

/** What is in a backup, counted. */
export interface BackupCounts {
  messages: number;
  departures: number;
  events: number;
  correspondents: number;
}

/** Makes it say that it is a backup, in one file without a log beside it. */
export function markBackup(path: string, mark: BackupMark): void {
  const sqlite = new Database(path, { fileMustExist: true });
  try {
    sqlite.pragma('journal_mode = DELETE');
    sqlite
      .prepare(
        'INSERT INTO meta (key, value) VALUES (?, ?) ON CONFLICT (key) DO UPDATE SET value = excluded.value',
      )
      .run(MARK, JSON.stringify(mark));
  } finally {
    sqlite.close();
  }
}

/**
 * Copies the database while others write to it. What they write meanwhile is not in the copy: one transaction is
 * held open for its whole length, without which SQLite would begin anew with every commit
 * (https://sqlite.org/c3ref/backup_finish.html).
 * @param to is written anew
 * @param tell called with how much has been copied, 0 to 1
 */
export async function copyDatabase(
  from: string,
  to: string,
  mark: BackupMark,
  tell: (part: number) => void = () => {},
): Promise<void> {
  const source = new Database(from, { readonly: true, fileMustExist: true });
  try {
    source.exec('BEGIN');
    source.prepare('SELECT count(*) FROM sqlite_master').get();
    await source.backup(to, {
      progress({ totalPages, remainingPages }) {
        if (totalPages > 0) tell(1 - remainingPages / totalPages);
        return PAGES_AT_ONCE;
      },
    });
  } finally {
    source.close();
  }
  markBackup(to, mark);
  const file = openSync(to, 'r');
  try {
    fsyncSync(file);
  } finally {
    closeSync(file);
  }
}

/**
 * What is wrong with a database, read whole: SQLite's own check, and whether all that belongs together is there.
 * @returns in words; undefined where nothing is
 * @throws with SQLite's code where it is no database
 */
export function findDamage(path: string): string | undefined {
  const sqlite = new Database(path, { readonly: true, fileMustExist: true });
  try {
    const said = sqlite.pragma('integrity_check(1)', { simple: true }) as string;
    if (said !== 'ok') return said;
    const [orphan] = sqlite.pragma('foreign_key_check') as { table: string; parent: string }[];
    return orphan && `A row of ${orphan.table} belongs to one of ${orphan.parent} that is not there.`;
  } finally {
    sqlite.close();
  }
}

/** The mark of a backup; undefined for a database that is none. */
export function readMark(path: string): BackupMark | undefined {
  const sqlite = new Database(path, { readonly: true, fileMustExist: true });
  try {
    if (!hasTable(sqlite, 'meta')) return undefined;
    const row = sqlite.prepare('SELECT value FROM meta WHERE key = ?').get(MARK) as
      { value: string } | undefined;
    return row && (JSON.parse(row.value) as BackupMark);
  } finally {
    sqlite.close();
  }
}

/** It is a desk again, and no backup. */
export function removeMark(path: string): void {
  const sqlite = new Database(path, { fileMustExist: true });
  try {
    sqlite.prepare('DELETE FROM meta WHERE key = ?').run(MARK);
  } finally {
    sqlite.close();
  }
}

export function countBackup(path: string): BackupCounts {
  const sqlite = new Database(path, { readonly: true, fileMustExist: true });
  const count = (table: string) =>
    (sqlite.prepare(`SELECT count(*) AS n FROM ${table}`).get() as { n: number }).n;
  try {
    return {
      messages: count('messages'),
      departures: count('departures'),
      events: hasTable(sqlite, 'events') ? count('events') : 0,
      correspondents: count('correspondents'),
    };
  } finally {
    sqlite.close();
  }
}

/**
 * Of these departures those that do not wait for their moment in another database, whatever has become of them there.
 * @returns empty where it cannot be told: the other one is damaged, or of another version
 */
export function noLongerWaiting(
  path: string,
  ids: readonly string[],
  waiting: readonly string[],
): Set<string> {
  let sqlite: Database.Database | undefined;
  try {
    sqlite = new Database(path, { readonly: true, fileMustExist: true });
    const rows = sqlite
      .prepare(
        `SELECT value AS id FROM json_each(?) WHERE NOT EXISTS (
          SELECT 1 FROM departures WHERE departures.id = value AND state IN (SELECT value FROM json_each(?)))`,
      )
      .all(JSON.stringify(ids), JSON.stringify(waiting)) as { id: string }[];
    return new Set(rows.map(({ id }) => id));
  } catch {
    return new Set();
  } finally {
    sqlite?.close();
  }
}

/** What its log holds is in the file itself from now on, as far as that can be. @returns false where it cannot */
export function foldLog(path: string): boolean {
  try {
    const sqlite = new Database(path, { fileMustExist: true });
    try {
      sqlite.pragma('wal_checkpoint(TRUNCATE)');
    } finally {
      sqlite.close();
    }
    return true;
  } catch {
    return false;
  }
}
