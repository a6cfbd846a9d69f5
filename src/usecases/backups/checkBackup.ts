/** Looking at a backup before anything depends on it. */
import { existsSync } from 'node:fs';
import { countBackup, findDamage, readMark, type BackupCounts } from '#store/backup';
import { checkFile } from '#store/checkFile';
import { BackupRefused } from './makeBackup';

export interface CheckedBackup {
  /** Epoch ms; null for a database that was copied by other means. */
  madeAt: number | null;
  kind: string;
  /** True where the passwords in it can be opened by its passphrase. */
  hasKey: boolean;
  counts: BackupCounts;
}

/** Reads it whole. @throws BackupRefused, in words, where it is damaged, of a newer version, or no backup at all */
export function checkBackup(file: string): CheckedBackup {
  if (!existsSync(file)) throw new BackupRefused(`${file} is not there.`);
  let damage: string | undefined;
  try {
    const { state, kind } = checkFile(file);
    if (state === 'newer')
      throw new BackupRefused(
        `${file} was written by a newer version of Oak Lantern. Use that version for it.`,
      );
    damage =
      state === 'damaged'
        ? 'it is no sound database'
        : state === 'missing'
          ? 'it is empty'
          : findDamage(file);
    if (!damage && kind !== undefined) {
      const mark = readMark(file);
      return {
        madeAt: mark?.madeAt ?? null,
        kind,
        hasKey: mark?.key !== undefined,
        counts: countBackup(file),
      };
    }
  } catch (error) {
    if (error instanceof BackupRefused) throw error;
    damage = (error as Error).message;
  }
  throw new BackupRefused(
    damage ? `${file} is damaged: ${damage}.`.replace(/\.\.$/, '.') : `${file} is no desk of Oak Lantern.`,
  );
}
