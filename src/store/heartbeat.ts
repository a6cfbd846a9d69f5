/** The engine's sign of life: the time of a file, so that it costs no commit and needs no room on the disk. */
import { closeSync, openSync, rmSync, statSync, utimesSync } from 'node:fs';
import { join } from 'node:path';

const pathIn = (dataDir: string) => join(dataDir, 'engine.alive');

export function beat(dataDir: string): void {
  const now = new Date();
  try {
    utimesSync(pathIn(dataDir), now, now);
  } catch {
    closeSync(openSync(pathIn(dataDir), 'w'));
  }
}

/** When it last beat, real epoch ms; 0 where it never did or has ended in order. */
export function lastBeat(dataDir: string): number {
  return statSync(pathIn(dataDir), { throwIfNoEntry: false })?.mtimeMs ?? 0;
}

export function stopBeating(dataDir: string): void {
  rmSync(pathIn(dataDir), { force: true });
}
