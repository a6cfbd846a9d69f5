/** Making and marking the database before any process opens it. */
import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { checkFile } from '#store/checkFile';
import { markStoreKind, storeKind, type StoreKind } from '#store/settings';
import { saveClock } from '#store/clock';
import { saysTheSame } from '#mail/saysTheSame';
import { setDigest, sourceOf, undigested } from '#store/sources';
import { databasePath, migrateStore, openStore, type Store } from '#store/store';
import { diskTrouble } from './diskTrouble';
import { holdLock, type Lock } from './holdLock';
import { closeFolder } from './ownFolder';
import { UnusableKey } from './secrets/keys';
import { sealAll } from './secrets/sealAll';

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

function assertUsable(path: string, wanted: StoreKind): void {
  const { state, kind } = checkFile(path);
  if (state === 'damaged') throw new UnusableData(damagedWords(path));
  if (state === 'newer') {
    throw new UnusableData(
      `${path} was written by a newer version of Oak Lantern; nothing in it was touched. Start that version, or set OAK_DATA to another folder.`,
    );
  }
  if (kind !== undefined && kind !== wanted) {
    throw new UnusableData(
      kind === 'sandbox'
        ? `${path} holds the demo's sandbox: its clock is not the real one, so it is not used for real mail. Set OAK_DATA to another folder.`
        : `${path} holds real mail, so the demo leaves it alone. Set OAK_DATA to another folder.`,
    );
  }
}

/** The failure as {@link UnusableData} where the disk or the folder is to blame. */
function explained(path: string, error: unknown): unknown {
  if (error instanceof UnusableKey) return new UnusableData(error.message, { cause: error });
  const words = error instanceof UnusableData ? undefined : startWords(path, error);
  return words ? new UnusableData(words, { cause: error }) : error;
}

/**
 * Makes the data folder its owner's alone, and this process its only launcher. Nothing is touched before it is sure
 * that nobody else is at work here: neither another launcher, nor an engine or a reader that outlived its own and
 * still ends what it has begun.
 * @returns the locks, the launcher's to be kept for life; and words where the folder stays open to others
 * @throws (rejects) in words
 */
export async function takeFolder(
  dataDir: string,
): Promise<{ launcher: Lock; others: Lock[]; open: string | undefined }> {
  try {
    mkdirSync(dataDir, { recursive: true, mode: 0o700 });
    const launcher = await holdLock(dataDir, 'launcher');
    const others = [await holdLock(dataDir, 'engine'), await holdLock(dataDir, 'reader')];
    return { launcher, others, open: closeFolder(dataDir) };
  } catch (error) {
    throw explained(databasePath(dataDir), error);
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
    assertUsable(path, kind);
    return prepareFile(path, kind, sandboxStart);
  } catch (error) {
    throw explained(path, error);
  }
}

/** What came without a Message-ID before that was looked for: known by its bytes from now on. */
function digestUnnamed(store: Store): void {
  for (const messageId of undigested(store.db))
    store.write((tx) => setDigest(tx, messageId, saysTheSame(sourceOf(tx, messageId)!)));
}

function prepareFile(path: string, kind: StoreKind, sandboxStart?: number): boolean {
  migrateStore(path);
  const store = openStore(path);
  try {
    digestUnnamed(store);
    sealAll(store, dirname(path));
    if (storeKind(store.db)) return false;
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
