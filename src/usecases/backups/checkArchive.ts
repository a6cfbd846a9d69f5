/** Looking at an archive of a desk as at a backup. */
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { isArchive } from './archive';
import { checkBackup, type CheckedBackup } from './checkBackup';
import { unpackArchive } from './unpackArchive';

/** Reads it whole; of an archive a database is made for that. @throws (rejects) BackupRefused, in words */
export async function checkBackupOrArchive(file: string): Promise<CheckedBackup> {
  if (!existsSync(file) || !isArchive(file)) return checkBackup(file);
  const folder = mkdtempSync(join(tmpdir(), 'oak-check-'));
  try {
    const made = join(folder, 'oak.db');
    await unpackArchive(file, made);
    return checkBackup(made);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
