/** Making and marking the database before any process opens it. */
import { dirname } from 'node:path';
import { checkFile } from '../store/checkFile';
import { markStoreKind, storeKind, type StoreKind } from '../store/settings';
import { saveClock } from '../store/clock';
import { databasePath, migrateStore, openStore } from '../store/store';
import { diskTrouble } from './diskTrouble';

/** The data folder cannot be used as it is. `message` says why, and how to go on. */
export class UnusableData extends Error {}

/** What is wrong with the disk or the folder at start; undefined for a failure of another kind. */
function startWords(path: string, error: unknown): string | undefined {
  const folder = dirname(path);
  switch (diskTrouble(error)) {
    case 'full':
      return `The disk that holds ${folder} is full: nothing was changed. Make room, then start again.`;
    case 'read-only':
      return `${folder} cannot be written to: nothing was changed. Make it writable, or set OAK_DATA to another folder.`;
    case 'damaged':
      return damagedWords(path);
    case 'failing':
      return `The disk that holds ${folder} does not take what is written to it. Look after it, then start again.`;
    default:
      return undefined;
  }
}

const damagedWords = (path: string) =>
  `${path} is damaged; nothing in it was touched. Bring back the last backup, or move the file away to begin anew.`;

function assertUsable(path: string): void {
  const state = checkFile(path);
  if (state === 'damaged') throw new UnusableData(damagedWords(path));
  if (state === 'newer') {
    throw new UnusableData(
      `${path} was written by a newer version of Oak Lantern; nothing in it was touched. Start that version, or set OAK_DATA to another folder.`,
    );
  }
}

/**
 * Migrates the database in a data folder and marks a new one.
 * @param sandboxStart where the sandbox clock of a new sandbox stands, epoch ms
 * @returns true where the database is new
 * @throws UnusableData where it is damaged, newer, on a disk that is full or read-only, or where a sandbox is asked
 * for and it is a real one, or the other way round
 */
export function prepareData(dataDir: string, kind: StoreKind, sandboxStart?: number): boolean {
  const path = databasePath(dataDir);
  try {
    assertUsable(path);
    return prepareFile(path, kind, sandboxStart);
  } catch (error) {
    const words = startWords(path, error);
    if (words && !(error instanceof UnusableData)) throw new UnusableData(words, { cause: error });
    throw error;
  }
}

function prepareFile(path: string, kind: StoreKind, sandboxStart?: number): boolean {
  migrateStore(path);
  const store = openStore(path);
  try {
    const present = storeKind(store.db);
    if (present && present !== kind) {
      throw new UnusableData(
        present === 'sandbox'
          ? `${path} holds the demo's sandbox: its clock is not the real one, so it is not used for real mail. Set OAK_DATA to another folder.`
          : `${path} holds real mail, so the demo leaves it alone. Set OAK_DATA to another folder.`,
      );
    }
    if (present) return false;
    store.write((tx) => {
      markStoreKind(tx, kind);
      if (kind === 'sandbox') {
        const anchor = sandboxStart ?? Date.now();
        saveClock(tx, { realAnchor: Date.now(), anchor, rate: 1, target: null, barrier: null });
      }
    });
    return true;
  } finally {
    store.close();
  }
}
