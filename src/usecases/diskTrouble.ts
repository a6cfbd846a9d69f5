/** What a failure of the disk or of the database file means, in words for the person. */

import { notedTrouble, noteTrouble } from '#store/heartbeat';
import type { Desk } from './desk';

export const DISK_TROUBLES = ['full', 'read-only', 'failing', 'damaged', 'busy'] as const;

export type DiskTrouble = (typeof DISK_TROUBLES)[number];

const CODES: [RegExp, DiskTrouble][] = [
  [/^(SQLITE_FULL|ENOSPC|EDQUOT)/, 'full'],
  [/^(SQLITE_READONLY|SQLITE_CANTOPEN|SQLITE_PERM|EROFS|EACCES|EPERM)/, 'read-only'],
  [/^SQLITE_IOERR/, 'failing'],
  [/^(SQLITE_CORRUPT|SQLITE_NOTADB)/, 'damaged'],
  [/^SQLITE_BUSY/, 'busy'],
];

const WORDS: Record<DiskTrouble, string> = {
  full: 'The disk is full: nothing was kept of this. Make room, then do it again.',
  'read-only':
    'The data folder cannot be written to: nothing was kept of this. Make it writable, then do it again.',
  failing: 'The disk does not take what is written to it: nothing was kept of this. Look after the disk.',
  damaged:
    'The database file is damaged: nothing was kept of this. Stop Oak Lantern and bring back the last backup.',
  busy: 'The database was busy for too long: nothing was kept of this. Do it again.',
};

/** undefined for a failure of another kind. */
export function diskTrouble(error: unknown): DiskTrouble | undefined {
  for (let at = error; at instanceof Error; at = at.cause) {
    const { code } = at as { code?: string };
    const found = code && CODES.find(([pattern]) => pattern.test(code));
    if (found) return found[1];
  }
  return undefined;
}

/** Why nothing leaves, comes in or comes back, for whoever waits for it. */
export const ENGINE_DISK_WORDS: Record<DiskTrouble, string> = {
  full: 'The disk is full, so nothing leaves, comes in or comes back. Make room; it goes on by itself.',
  'read-only':
    'The data folder cannot be written to, so nothing leaves, comes in or comes back. Make it writable; it goes on by itself.',
  failing:
    'The disk does not take what is written to it, so nothing leaves, comes in or comes back. Look after it.',
  damaged:
    'The database file is damaged, so nothing leaves, comes in or comes back. Stop Oak Lantern and bring back the last backup.',
  busy: 'The database is kept busy by another program, so nothing leaves, comes in or comes back until it ends.',
};

/** For the engine: tells everyone what keeps it from writing; without an argument, that nothing does. */
export function tellDiskTrouble(desk: Desk, trouble?: DiskTrouble): void {
  noteTrouble(desk.dataDir, trouble ? DISK_TROUBLES.indexOf(trouble) + 1 : 0);
}

/** What keeps the engine from writing; undefined while nothing does. */
export const diskTroubleNow = ({ dataDir }: Desk): DiskTrouble | undefined =>
  DISK_TROUBLES[notedTrouble(dataDir) - 1];

/** For someone whose change could not be kept; undefined for a failure of another kind. */
export function diskWords(error: unknown): string | undefined {
  const trouble = diskTrouble(error);
  return trouble && WORDS[trouble];
}
