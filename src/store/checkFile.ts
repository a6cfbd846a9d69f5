/** Looking at a database file before anything is done to it. */
import Database from 'better-sqlite3';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { migrationsFolder } from './store';

/** Larger files are not read whole at every start. */
const CHECKED_BYTES = 256 * 1024 * 1024;

export type FileState = 'missing' | 'sound' | 'damaged' | 'newer';

export interface FileCheck {
  state: FileState;
  /** What it was made as, where it says so. */
  kind?: string;
}

/** When the newest migration known here was made, epoch ms. */
export function newestMigration(): number {
  const journal = JSON.parse(readFileSync(join(migrationsFolder(), 'meta/_journal.json'), 'utf8')) as {
    entries: { when: number }[];
  };
  return Math.max(...journal.entries.map((entry) => entry.when));
}

export const hasTable = (sqlite: Database.Database, name: string) =>
  sqlite.prepare('SELECT 1 FROM sqlite_master WHERE name = ?').get(name) !== undefined;

function latestApplied(sqlite: Database.Database): number {
  if (!hasTable(sqlite, '__drizzle_migrations')) return 0;
  const row = sqlite.prepare('SELECT max(created_at) AS latest FROM __drizzle_migrations').get();
  return Number((row as { latest: number | null }).latest ?? 0);
}

function kindIn(sqlite: Database.Database): string | undefined {
  if (!hasTable(sqlite, 'meta')) return undefined;
  const row = sqlite.prepare("SELECT value FROM meta WHERE key = 'kind'").get();
  return (row as { value: string } | undefined)?.value;
}

/**
 * Whether a file can be used: `damaged` where it is no sound database, `newer` where a newer version of the
 * product has changed it. Reads only.
 * @throws with the system's or SQLite's code where it cannot be read at all
 */
export function checkFile(path: string): FileCheck {
  if (!existsSync(path) || statSync(path).size === 0) return { state: 'missing' };
  let sqlite: Database.Database | undefined;
  try {
    sqlite = new Database(path, { readonly: true, fileMustExist: true });
    const whole = statSync(path).size <= CHECKED_BYTES;
    const found = whole ? sqlite.pragma('quick_check(1)', { simple: true }) : 'ok';
    if (found !== 'ok') return { state: 'damaged' };
    const state = latestApplied(sqlite) > newestMigration() ? 'newer' : 'sound';
    return { state, kind: kindIn(sqlite) };
  } catch (error) {
    const code = (error as { code?: string }).code ?? '';
    if (/^SQLITE_(NOTADB|CORRUPT)/.test(code)) return { state: 'damaged' };
    throw error;
  } finally {
    sqlite?.close();
  }
}
