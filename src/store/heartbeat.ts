/** Signs of life of the engine and the reader: the times of files, so that they cost no commit and need no room on the disk. */
import { closeSync, existsSync, openSync, rmSync, statSync, utimesSync } from 'node:fs';
import { join } from 'node:path';

export type Living = 'engine' | 'reader';

const pathIn = (dataDir: string, who: Living) => join(dataDir, `${who}.alive`);

export function beat(dataDir: string, who: Living = 'engine'): void {
  const now = new Date();
  try {
    utimesSync(pathIn(dataDir, who), now, now);
  } catch {
    closeSync(openSync(pathIn(dataDir, who), 'w'));
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
export function lastBeat(dataDir: string, who: Living = 'engine'): number {
  return statSync(pathIn(dataDir, who), { throwIfNoEntry: false })?.mtimeMs ?? 0;
}

export function stopBeating(dataDir: string, who: Living = 'engine'): void {
  rmSync(pathIn(dataDir, who), { force: true });
}
