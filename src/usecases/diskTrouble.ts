/** What a failure of the disk or of the database file means, in words for the person. */

export type DiskTrouble = 'full' | 'read-only' | 'failing' | 'damaged' | 'busy';

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

/** For someone whose change could not be kept; undefined for a failure of another kind. */
export function diskWords(error: unknown): string | undefined {
  const trouble = diskTrouble(error);
  return trouble && WORDS[trouble];
}
