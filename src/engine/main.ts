/** The engine as a process. */
import { openOutsideWorld } from '../usecases/clock/outsideWorld';
import { openDesk } from '../usecases/desk';
import { holdLock } from '../usecases/holdLock';
import { closeToOthers } from '../usecases/ownFolder';
import { openLog } from '../usecases/openLog';
import { openMailServer } from '../usecases/release/mailServer';
import { Engine } from './engine';

const dataDir = process.env.OAK_DATA!;
const log = openLog('engine');

async function main(): Promise<void> {
  closeToOthers();
  const lock = await holdLock(dataDir, 'engine');
  const { OAK_SMTP_URL, OAK_POSTOFFICE_URL } = process.env;
  const engine = new Engine({
    desk: openDesk(dataDir),
    log,
    mailServer: OAK_SMTP_URL ? openMailServer(OAK_SMTP_URL) : undefined,
    outside: OAK_POSTOFFICE_URL ? openOutsideWorld(OAK_POSTOFFICE_URL) : undefined,
  });
  engine.start();
  process.send?.({ ready: true });

  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    void engine.stop().finally(() => {
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
  log.fatal({ err: error }, 'the engine could not start');
  process.exit(1);
});
