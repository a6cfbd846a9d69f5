/** One engine at a time: an exclusive transaction on a small database, freed by the system if the process dies. */
import Database from 'better-sqlite3';
import { join } from 'node:path';

export interface EngineLock {
  release(): void;
}

/** Takes the lock; undefined where another engine has it. */
export function takeEngineLock(dataDir: string): EngineLock | undefined {
  const sqlite = new Database(join(dataDir, 'engine.lock'), { timeout: 0 });
  try {
    sqlite.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    sqlite.close();
    if ((error as { code?: string }).code === 'SQLITE_BUSY') return undefined;
    throw error;
  }
  return { release: () => sqlite.close() };
}
