import * as backups from '#api/backups/operations';
import type { BackupJson } from '#api/types';
import { backUpApart } from '#usecases/backups/backUpApart';
import { databaseSize, listBackups, type Backup } from '#usecases/backups/folder';
import { backupTrouble } from '#usecases/backups/keepBackups';

import { iso } from '../present';
import { route } from '../respond';

const presentBackup = ({ name, madeAt, bytes }: Backup): BackupJson => ({
  id: name,
  madeAt: iso(madeAt),
  bytes,
});

export const GET = route(backups.listBackups, ({ desk }) => {
  const trouble = backupTrouble(desk.store.db);
  return {
    backups: listBackups(desk.dataDir).map(presentBackup),
    trouble: trouble ? { words: trouble.words, since: iso(trouble.since) } : null,
    database: databaseSize(desk.dataDir),
  };
});

export const POST = route(backups.makeBackup, async ({ desk }) => {
  await backUpApart(desk.dataDir);
  return presentBackup(listBackups(desk.dataDir)[0]!);
});
