/** The folder of backups that are made by themselves, beside the database. */
import { readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { backupName, madeAtOf } from '#core/backup/names';
import { databasePath } from '#store/store';
import { NotFound } from '../errors';

export interface Backup {
  name: string;
  /** Epoch ms, of the machine's clock. */
  madeAt: number;
  bytes: number;
}

export const backupsFolder = (dataDir: string) => join(dataDir, 'backups');

export const newBackupPath = (dataDir: string, at: number) => join(backupsFolder(dataDir), backupName(at));

/** The newest first. */
export function listBackups(dataDir: string): Backup[] {
  const folder = backupsFolder(dataDir);
  if (!statSync(folder, { throwIfNoEntry: false })?.isDirectory()) return [];
  return readdirSync(folder)
    .flatMap((name): Backup[] => {
      const madeAt = madeAtOf(name);
      const file = madeAt === undefined ? undefined : statSync(join(folder, name), { throwIfNoEntry: false });
      return file?.isFile() ? [{ name, madeAt: madeAt!, bytes: file.size }] : [];
    })
    .sort((a, b) => b.madeAt - a.madeAt);
}

/** @throws NotFound for anything that is not one of them */
export function backupPath(dataDir: string, name: string): string {
  if (!listBackups(dataDir).some((each) => each.name === name))
    throw new NotFound('There is no such backup; it may have been old enough to be forgotten.');
  return join(backupsFolder(dataDir), name);
}

/** Bytes of the database: about what the next backup takes. */
export const databaseSize = (dataDir: string): number => statSync(databasePath(dataDir)).size;
