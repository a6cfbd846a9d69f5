/** What a failure of the disk or of the database file means, in words for the person. */

const FULL = 'The disk is full: nothing was kept of this. Make room, then do it again.';
const READ_ONLY =
  'The data folder cannot be written to: nothing was kept of this. Make it writable, then do it again.';
const DAMAGED =
  'The database file is damaged: nothing was kept of this. Stop Oak Lantern and bring back the last backup.';
const BUSY = 'The database was busy for too long: nothing was kept of this. Do it again.';

const WORDS: [RegExp, string][] = [
  [/^(SQLITE_FULL|ENOSPC|EDQUOT)/, FULL],
  [/^(SQLITE_READONLY|SQLITE_CANTOPEN|SQLITE_PERM|EROFS|EACCES|EPERM)/, READ_ONLY],
  [/^SQLITE_IOERR/, 'The disk does not take what is written to it: nothing was kept of this. Look after it.'],
  [/^(SQLITE_CORRUPT|SQLITE_NOTADB)/, DAMAGED],
  [/^SQLITE_BUSY/, BUSY],
];

/** undefined for a failure of another kind. */
export function diskWords(error: unknown): string | undefined {
  for (let at = error; at instanceof Error; at = at.cause) {
    const { code } = at as { code?: string };
    const found = code && WORDS.find(([pattern]) => pattern.test(code));
    if (found) return found[1];
  }
  return undefined;
}
