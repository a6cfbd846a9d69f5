/** A backup, made while everything is at work. */
import { chmodSync, existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { copyDatabase, findDamage, readMark } from '#store/backup';
import { databasePath } from '#store/store';
import { diskTrouble, diskWords } from '../diskTrouble';
import { holdLock } from '../holdLock';
import { keysToGive } from '../secrets/keys';
import { sealByPassphrase } from '../secrets/seal';

/** A backup could not be made, checked or brought back. `message` says why, and what was left as it was. */
export class BackupRefused extends Error {}

/** One is being made already: that is no trouble. */
export class BackupUnderWay extends BackupRefused {}

export const KEY_OF_BACKUP = 'key of a backup';
const SHORTEST_PASSPHRASE = 12;

function checkPassphrase(passphrase: string | undefined): void {
  if (passphrase !== undefined && passphrase.length < SHORTEST_PASSPHRASE)
    throw new BackupRefused(`The passphrase is too short: use at least ${SHORTEST_PASSPHRASE} characters.`);
}

/** A backup of before may be replaced; anything else is somebody's. */
function checkPlace(file: string): void {
  if (!existsSync(dirname(file))) throw new BackupRefused(`${dirname(file)} is not there.`);
  if (!existsSync(file)) return;
  try {
    if (readMark(file)) return;
  } catch {
    // No database at all.
  }
  throw new BackupRefused(
    `${file} is there already and is no backup: it was left as it is. Name another file.`,
  );
}

/** What it came to where it could not be written, in words. */
function explained(error: unknown, file: string): unknown {
  if (error instanceof BackupRefused) return error;
  const trouble = diskTrouble(error);
  if (trouble === 'full')
    return new BackupRefused(`The disk that holds ${file} is full. Make room, then try again.`);
  const { code } = error as { code?: string };
  if (trouble === 'read-only' || code === 'EACCES' || code === 'EPERM' || code === 'SQLITE_CANTOPEN')
    return new BackupRefused(`${file} cannot be written.`);
  return diskWords(error) ? new BackupRefused(diskWords(error)) : error;
}

/**
 * Backs the desk up into one file: as it stands at this moment, whatever is at work. The file appears under its name
 * once it has been read whole and found sound.
 * @param passphrase seals what opens the passwords that are kept; without one they have to be typed again where it is brought back
 * @param tell called with how far it has got, 0 to 1
 * @throws (rejects) BackupRefused
 */
export async function makeBackup(
  dataDir: string,
  file: string,
  {
    passphrase,
    tell,
    now = Date.now(),
  }: { passphrase?: string; tell?: (part: number) => void; now?: number } = {},
): Promise<void> {
  checkPassphrase(passphrase);
  const from = databasePath(dataDir);
  if (!existsSync(from)) throw new BackupRefused(`There is no database in ${dataDir}.`);
  const to = resolve(file);
  checkPlace(to);
  const lock = await holdLock(dataDir, 'backup', 0).catch((error: unknown) => {
    throw new BackupUnderWay((error as Error).message);
  });
  const part = `${to}.part`;
  try {
    const keys = passphrase === undefined ? '' : keysToGive(dataDir);
    const key = keys && sealByPassphrase(keys, passphrase!, KEY_OF_BACKUP);
    rmSync(part, { force: true });
    await copyDatabase(from, part, { madeAt: now, ...(key && { key }) }, tell);
    const damage = findDamage(part);
    if (damage) throw new BackupRefused(`What was copied is not sound, so it was not kept: ${damage}`);
    chmodSync(part, 0o600);
    renameSync(part, to);
  } catch (error) {
    rmSync(part, { force: true });
    throw explained(error, to);
  } finally {
    lock.release();
  }
}

/** The folder for what {@link makeBackup} is told to put there by itself. */
export const makeFolderFor = (file: string): void =>
  void mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
