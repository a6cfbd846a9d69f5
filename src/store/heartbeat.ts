/** The engine's sign of life: the time of a file, so that it costs no commit and needs no room on the disk. */
import { closeSync, existsSync, openSync, rmSync, statSync, utimesSync } from 'node:fs';
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

const troublePath = (dataDir: string) => join(dataDir, 'engine.trouble');

/**
 * Notes what keeps the engine from writing, by a number, in the time of a file too: on a full disk nothing else can be
 * written down. 0: nothing does.
 */
export function noteTrouble(dataDir: string, number: number): void {
  const path = troublePath(dataDir);
  // A file that is missing says that nothing is wrong.
  if (!existsSync(path)) {
    if (number === 0) return;
    closeSync(openSync(path, 'w'));
  }
  utimesSync(path, number, number);
}

export function notedTrouble(dataDir: string): number {
  return (statSync(troublePath(dataDir), { throwIfNoEntry: false })?.mtimeMs ?? 0) / 1000;
}

/** When it last beat, real epoch ms; 0 where it never did or has ended in order. */
export function lastBeat(dataDir: string): number {
  return statSync(pathIn(dataDir), { throwIfNoEntry: false })?.mtimeMs ?? 0;
}

export function stopBeating(dataDir: string): void {
  rmSync(pathIn(dataDir), { force: true });
}
