/** The reader as a process. */
import { openDesk } from '../usecases/desk';
import { holdLock } from '../usecases/holdLock';
import { closeToOthers } from '../usecases/ownFolder';
import { openLog } from '../usecases/openLog';
import { Reader } from './reader';

const dataDir = process.env.OAK_DATA!;
const log = openLog('reader');

async function main(): Promise<void> {
  closeToOthers();
  const lock = await holdLock(dataDir, 'reader');
  const reader = new Reader({
    desk: openDesk(dataDir),
    log,
    lmtpPort: Number(process.env.OAK_LMTP_PORT ?? 4124),
  });
  await reader.start();
  process.send?.({ ready: true });

  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    void reader.stop().finally(() => {
      lock.release();
      process.exit(0);
    });
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
  // The launcher is gone: nothing outlives it.
  process.on('disconnect', stop);
}

main().catch((error: unknown) => {
  log.fatal({ err: error }, 'the reader could not start');
  process.exit(1);
});
