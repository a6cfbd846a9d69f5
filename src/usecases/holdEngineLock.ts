/** Being the one engine of a data folder. */
import { takeEngineLock, type EngineLock } from '../store/engineLock';

/** A crashed engine's lock is freed at once; one that is ending needs a moment. */
const PATIENCE_MS = 5000;
const POLL_MS = 50;

/**
 * Waits a little for the lock.
 * @throws (rejects) where another engine keeps it
 */
export async function holdEngineLock(dataDir: string): Promise<EngineLock> {
  const until = Date.now() + PATIENCE_MS;
  for (;;) {
    const lock = takeEngineLock(dataDir);
    if (lock) return lock;
    if (Date.now() > until) throw new Error(`Another engine is at work on ${dataDir}.`);
    await new Promise((resolve) => setTimeout(resolve, POLL_MS));
  }
}
