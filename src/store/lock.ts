/** One at a time: an exclusive transaction on a small database, freed by the system if the process dies. */
import Database from 'better-sqlite3';
import { join } from 'node:path';

/** What there is one of for each data folder. */
export type Single = 'engine' | 'launcher' | 'reader' | 'backup';

export interface Lock {
  release(): void;
}

/** Takes the lock; undefined where another process has it. The folder must be there. */
export function takeLock(dataDir: string, single: Single): Lock | undefined {
  const sqlite = new Database(join(dataDir, `${single}.lock`), { timeout: 0 });
  try {
    sqlite.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    sqlite.close();
    if ((error as { code?: string }).code === 'SQLITE_BUSY') return undefined;
    throw error;
  }
  return { release: () => sqlite.close() };
}
