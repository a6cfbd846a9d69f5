/** What the engine and the reader have in common: one of each for a data folder, told by its launcher when to end. */
import type { Logger } from 'pino';
import { holdLock } from './holdLock';
import { openLog } from './openLog';
import { closeToOthers } from './ownFolder';

/** Something at work, which ends in order when it is asked to. */
export interface Daemon {
  stop(): Promise<void>;
}

/**
 * Runs one in this process, for as long as the launcher does.
 * @param begin resolves once it is at work; rejects with why it cannot be
 */
export function runDaemon(
  name: 'engine' | 'reader',
  begin: (dataDir: string, log: Logger) => Daemon | Promise<Daemon>,
): void {
  const dataDir = process.env.OAK_DATA!;
  const log = openLog(name);
  const run = async () => {
    closeToOthers();
    const lock = await holdLock(dataDir, name);
    const daemon = await begin(dataDir, log);
    process.send?.({ ready: true });
    let stopping = false;
    const stop = () => {
      if (stopping) return;
      stopping = true;
      void daemon.stop().finally(() => {
        lock.release();
        process.exit(0);
      });
    };
    process.on('SIGTERM', stop);
    process.on('SIGINT', stop);
    // The launcher is gone: nothing outlives it.
    process.on('disconnect', stop);
  };
  run().catch((error: unknown) => {
    log.fatal({ err: error }, `the ${name} could not start`);
    process.exit(1);
  });
}
