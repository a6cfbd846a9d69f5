/** Looking at a database file before anything is done to it. */
import Database from 'better-sqlite3';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { migrationsFolder } from './store';

/** Larger files are not read whole at every start. */
const CHECKED_BYTES = 256 * 1024 * 1024;

export type FileState = 'missing' | 'sound' | 'damaged' | 'newer';

/** When the newest migration known here was made, epoch ms. */
function newestMigration(): number {
  const journal = JSON.parse(readFileSync(join(migrationsFolder(), 'meta/_journal.json'), 'utf8')) as {
    entries: { when: number }[];
  };
  return Math.max(...journal.entries.map((entry) => entry.when));
}

function latestApplied(sqlite: Database.Database): number {
  const table = sqlite.prepare("SELECT 1 FROM sqlite_master WHERE name = '__drizzle_migrations'").get();
  if (!table) return 0;
  const row = sqlite.prepare('SELECT max(created_at) AS latest FROM __drizzle_migrations').get();
  return Number((row as { latest: number | null }).latest ?? 0);
}

/**
 * Whether a file can be used: `damaged` where it is no sound database, `newer` where a newer version of the
 * product has changed it. Reads only.
 * @throws with the system's or SQLite's code where it cannot be read at all
 */
export function checkFile(path: string): FileState {
  if (!existsSync(path) || statSync(path).size === 0) return 'missing';
  let sqlite: Database.Database | undefined;
  try {
    sqlite = new Database(path, { readonly: true, fileMustExist: true });
    const whole = statSync(path).size <= CHECKED_BYTES;
    const found = whole ? sqlite.pragma('quick_check(1)', { simple: true }) : 'ok';
    if (found !== 'ok') return 'damaged';
    return latestApplied(sqlite) > newestMigration() ? 'newer' : 'sound';
  } catch (error) {
    const code = (error as { code?: string }).code ?? '';
    if (/^SQLITE_(NOTADB|CORRUPT)/.test(code)) return 'damaged';
    throw error;
  } finally {
    sqlite?.close();
  }
}
