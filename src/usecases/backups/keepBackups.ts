/** Backups that are made by themselves: one a day, of so many days as Settings say. */
import { readdirSync, rmSync, statSync } from 'node:fs';
import { basename, join } from 'node:path';
import { backupsToForget, isBackupDue } from '#core/backup/names';
import { noteChange } from '#store/journal';
import { readMeta, writeMeta } from '#store/settings';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { backupsFolder, listBackups, newBackupPath, type Backup } from './folder';
import { BackupRefused, BackupUnderWay, makeBackup, makeFolderFor } from './makeBackup';

const TROUBLE = 'backup-trouble';
const DAY_MS = 86_400_000;

export interface BackupTrouble {
  words: string;
  /** Real epoch ms. */
  since: number;
}

/** Why none could be made the last time; undefined where one could. */
export function backupTrouble(db: Reading): BackupTrouble | undefined {
  const kept = readMeta(db, TROUBLE);
  return kept ? (JSON.parse(kept) as BackupTrouble) : undefined;
}

/** Keeps how the last one went; whoever looks at them looks again. */
function tell(desk: Desk, words: string | undefined, now: number): void {
  const before = backupTrouble(desk.store.db);
  desk.store.write((tx) => {
    const trouble = words === undefined ? '' : JSON.stringify({ words, since: before?.since ?? now });
    writeMeta(tx, TROUBLE, trouble);
    noteChange(tx, 'health', 'backup');
  });
}

/** What was begun and is of nobody any more. */
function clearAwayParts(folder: string, now: number): void {
  for (const name of readdirSync(folder)) {
    const path = join(folder, name);
    if (name.endsWith('.part') && statSync(path).mtimeMs < now - DAY_MS) rmSync(path, { force: true });
  }
}

function forgetOld(desk: Desk, keep: number, now: number): void {
  const { dataDir } = desk;
  const all = listBackups(dataDir);
  const gone = backupsToForget(
    all.map(({ madeAt }) => madeAt),
    keep,
    now,
    desk.settings().zone,
  );
  for (const { name, madeAt } of all)
    if (gone.includes(madeAt)) rmSync(join(backupsFolder(dataDir), name), { force: true });
  clearAwayParts(backupsFolder(dataDir), now);
}

/** True where the day has none yet, and there is to be one. @param now real epoch ms */
export function wantsBackup(desk: Desk, now = Date.now()): boolean {
  const { keepBackups, zone } = desk.settings();
  const made = listBackups(desk.dataDir).map(({ madeAt }) => madeAt);
  return keepBackups > 0 && isBackupDue(made, now, zone);
}

/**
 * Backs up into the folder beside the database, and forgets what is older than is kept. Why it could not be stands
 * in the database until it can.
 * @param now real epoch ms
 * @throws (rejects) BackupRefused
 */
export async function backUp(desk: Desk, now = Date.now()): Promise<Backup> {
  const { dataDir } = desk;
  const path = newBackupPath(dataDir, now);
  try {
    makeFolderFor(path);
    await makeBackup(dataDir, path, { now });
    const { keepBackups } = desk.settings();
    if (keepBackups > 0) forgetOld(desk, keepBackups, now);
  } catch (error) {
    if (error instanceof BackupUnderWay) throw error;
    tell(desk, error instanceof BackupRefused ? error.message : 'It failed; the log says how.', now);
    throw error;
  }
  tell(desk, undefined, now);
  const name = basename(path);
  return listBackups(dataDir).find((each) => each.name === name)!;
}
