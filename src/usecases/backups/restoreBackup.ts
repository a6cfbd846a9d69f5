/** Bringing a backup back as the desk. */
import {
  copyFileSync,
  existsSync,
  linkSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  renameSync,
  rmSync,
} from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { foldLog, readMark, removeMark } from '#store/backup';
import { checkFile } from '#store/checkFile';
import { databasePath, migrateStore } from '#store/store';
import { openDesk } from '../desk';
import { holdLock, type Lock } from '../holdLock';
import { closeFolder } from '../ownFolder';
import { keysGiven } from '../secrets/keys';
import { sealAll } from '../secrets/sealAll';
import { openByPassphrase } from '../secrets/seal';
import { isArchive } from './archive';
import { checkBackup, type CheckedBackup } from './checkBackup';
import { heedWhatPassed, type Heeded } from './heedWhatPassed';
import { BackupRefused, KEY_OF_BACKUP } from './makeBackup';
import { unpackArchive } from './unpackArchive';

/** Where one is made ready; whoever made it is gone where there is one at the start. */
const BROKEN_OFF = /^backup\.[A-Za-z\d]{6}$/;

export interface Restored extends CheckedBackup, Heeded {
  /** Where the database is that was there before; undefined where none was. */
  before?: string;
}

function keysOf(file: string, passphrase: string | undefined): Buffer[] {
  const sealed = readMark(file)?.key;
  if (passphrase === undefined || sealed === undefined) return [];
  const keys = openByPassphrase(sealed, passphrase, KEY_OF_BACKUP);
  if (keys === undefined)
    throw new BackupRefused('That is not the passphrase this backup was made with. Nothing was changed.');
  return keysGiven(keys);
}

async function takeLocks(dataDir: string): Promise<Lock[]> {
  const locks: Lock[] = [];
  try {
    for (const single of ['launcher', 'engine', 'reader', 'backup'] as const)
      locks.push(await holdLock(dataDir, single, 0));
    return locks;
  } catch (error) {
    for (const lock of locks) lock.release();
    throw new BackupRefused((error as Error).message);
  }
}

/** A second name for the same file, so that it is there at every moment; a copy where the disk knows no such thing. */
function keepBeside(path: string, aside: string): void {
  try {
    linkSync(path, aside);
  } catch {
    copyFileSync(path, aside);
  }
}

/** The database that is there, under another name as well; with its log, where that could not be folded in. */
function setAside(path: string): string | undefined {
  if (!existsSync(path)) return undefined;
  const aside = `${path}.before-${new Date().toISOString().slice(0, 19).replace(/[-:]/g, '')}Z`;
  foldLog(path);
  keepBeside(path, aside);
  for (const part of ['-wal', '-shm']) if (existsSync(path + part)) renameSync(path + part, aside + part);
  return aside;
}

/**
 * Puts a backup, or an archive of a desk, in place of the desk in a data folder, or into an empty one. Nothing may be at work on it. All is
 * made ready beside it first: whenever this is broken off, the folder holds the one or the other, whole.
 * @param passphrase it was made with: the passwords in it can be used again
 * @throws (rejects) BackupRefused, in words; nothing is changed then
 */
export async function restoreBackup(file: string, dataDir: string, passphrase?: string): Promise<Restored> {
  const from = resolve(file);
  if (!existsSync(from)) throw new BackupRefused(`${file} is not there.`);
  mkdirSync(dataDir, { recursive: true, mode: 0o700 });
  const locks = await takeLocks(dataDir);
  for (const name of readdirSync(dataDir))
    if (BROKEN_OFF.test(name)) rmSync(join(dataDir, name), { recursive: true, force: true });
  const ready = mkdtempSync(join(dataDir, 'backup.'));
  try {
    const path = databasePath(dataDir);
    const copy = databasePath(ready);
    if (isArchive(from)) await unpackArchive(from, copy);
    else {
      checkBackup(from);
      copyFileSync(from, copy);
      // Of a database that was copied by other means, what its log holds belongs to it.
      if (existsSync(`${from}-wal`)) copyFileSync(`${from}-wal`, `${copy}-wal`);
    }
    const checked = checkBackup(copy);
    const keys = keysOf(copy, passphrase);
    const there = existsSync(path) ? kindOf(path) : undefined;
    if (there !== undefined && there !== checked.kind)
      throw new BackupRefused(
        there === 'sandbox'
          ? `${dataDir} holds the demo’s sandbox, and this is a backup of real mail. Name another folder.`
          : `${dataDir} holds real mail, and this is a backup of the demo’s sandbox. Name another folder.`,
      );
    const { madeAt } = checked;
    removeMark(copy);
    migrateStore(copy);
    const desk = openDesk(ready);
    let heeded: Heeded;
    try {
      sealAll(desk.store, dataDir, keys);
      heeded = heedWhatPassed(desk, madeAt, there === undefined ? undefined : path);
    } finally {
      desk.store.close();
    }
    foldLog(copy);
    const before = setAside(path);
    renameSync(copy, path);
    return { ...checked, ...heeded, ...(before && { before }) };
  } finally {
    rmSync(ready, { recursive: true, force: true });
    closeFolder(dirname(databasePath(dataDir)));
    for (const lock of locks) lock.release();
  }
}

/** What a database is for; undefined where it cannot be told. */
function kindOf(path: string): string | undefined {
  try {
    return checkFile(path).kind;
  } catch {
    return undefined;
  }
}
