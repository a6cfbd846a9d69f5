/** The engine as a process. */
import { openOutsideWorld } from '#usecases/clock/outsideWorld';
import { openDesk } from '#usecases/desk';
import { openMailServer } from '#usecases/release/mailServer';
import { runDaemon } from '#usecases/runDaemon';
import { Engine } from './engine';

runDaemon('engine', (dataDir, log) => {
  const { OAK_SMTP_URL, OAK_POSTOFFICE_URL } = process.env;
  const engine = new Engine({
    desk: openDesk(dataDir),
    log,
    mailServer: OAK_SMTP_URL ? openMailServer(OAK_SMTP_URL) : undefined,
    outside: OAK_POSTOFFICE_URL ? openOutsideWorld(OAK_POSTOFFICE_URL) : undefined,
  });
  engine.start();
  return engine;
});
