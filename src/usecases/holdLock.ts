/** Being the one engine, reader or launcher of a data folder, or the one that backs it up. */
import { takeLock, type Lock, type Single } from '#store/lock';

export type { Lock } from '#store/lock';

/** A crashed one's lock is freed at once; one that is ending needs a moment. */
const PATIENCE_MS = 5000;
const POLL_MS = 50;

const WORDS: Record<Single, (dataDir: string) => string> = {
  engine: (dataDir) => `Another engine is at work on ${dataDir}.`,
  reader: (dataDir) => `Another reader is at work on ${dataDir}.`,
  backup: (dataDir) => `${dataDir} is being backed up already. Wait until that has ended.`,
  launcher: (dataDir) =>
    `Oak Lantern is running on ${dataDir} already; nothing was changed. Stop that one first, or set OAK_DATA to another folder.`,
};

/**
 * Waits a little for the lock.
 * @throws (rejects) in words where another process keeps it
 */
export async function holdLock(dataDir: string, single: Single, patience = PATIENCE_MS): Promise<Lock> {
  const until = Date.now() + patience;
  for (;;) {
    const lock = takeLock(dataDir, single);
    if (lock) return lock;
    if (Date.now() >= until) throw new Error(WORDS[single](dataDir));
    await new Promise((resolve) => setTimeout(resolve, POLL_MS));
  }
}
