/** The reader as a process. */
import { openDesk } from '#usecases/desk';
import { runDaemon } from '#usecases/runDaemon';
import { Reader } from './reader';

runDaemon('reader', async (dataDir, log) => {
  const lmtpPort = Number(process.env.OAK_LMTP_PORT ?? 4124);
  const reader = new Reader({ desk: openDesk(dataDir), log, lmtpPort });
  await reader.start();
  return reader;
});
