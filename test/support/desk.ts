/** A desk on a database file of its own. */
import { sql } from 'drizzle-orm';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { onTestFinished } from 'vitest';
import { moveClock } from '#usecases/clock/sandbox';
import { openDesk, type Desk } from '#usecases/desk';
import { listThreads } from '#usecases/incoming/inbox';
import { prepareData } from '#usecases/prepareData';

export const NOW = Date.parse('2026-11-24T14:24:00Z');

/** A folder that is gone when the test has ended. */
export function tempDir(): string {
  const dir = mkdtempSync(join(tmpdir(), 'oak-'));
  onTestFinished(() => rmSync(dir, { recursive: true, force: true }));
  return dir;
}

/** A desk whose sandbox clock stands at {@link NOW} and does not run by itself; or one under the system clock. */
export function tempDesk(kind: 'sandbox' | 'real' = 'sandbox', dir = tempDir()): { desk: Desk; dir: string } {
  prepareData(dir, kind, NOW);
  const desk = openDesk(dir);
  if (kind === 'sandbox') moveClock(desk, { rate: 0 });
  onTestFinished(() => desk.store.close());
  return { desk, dir };
}

/** Rows of a table, or of a query in brackets. */
export const countRows = (desk: Desk, what: string): number =>
  desk.store.db.get<{ n: number }>(sql.raw(`SELECT count(*) AS n FROM ${what}`)).n;

/** What is in the inbox, the newest first. */
export const inboxOf = (desk: Desk) => listThreads(desk, { place: 'inbox', order: 'time', limit: 500 });
