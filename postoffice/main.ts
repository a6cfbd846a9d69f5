/** The post office as a process. */
import { mkdirSync } from 'node:fs';
import type { Server } from 'node:net';
import { join } from 'node:path';
import { PostOfficeClock } from './clock';
import { fillHouseCalendar } from './houseCalendar';
import { createCounter } from './http';
import { FaultBox } from './faults';
import { createMailboxServer, openMailbox } from './imap/server';
import { breakOffAll, createMailServer } from './postOffice';
import { PostOfficeStore } from './store';

const {
  POSTOFFICE_DATA = './data/demo',
  POSTOFFICE_SMTP_PORT,
  POSTOFFICE_HTTP_PORT,
  POSTOFFICE_LMTP_PORT,
  POSTOFFICE_IMAP_PORT,
  POSTOFFICE_FILES,
} = process.env;

// Its mailboxes are as private as any.
process.umask(0o077);
mkdirSync(POSTOFFICE_DATA, { recursive: true });
const calendar = join(POSTOFFICE_DATA, 'calendar');
fillHouseCalendar(calendar);
const store = new PostOfficeStore(join(POSTOFFICE_DATA, 'postoffice.db'));
const mailbox = await openMailbox(join(POSTOFFICE_DATA, 'mailbox.db'));
const options = {
  store,
  clock: new PostOfficeClock(),
  faults: new FaultBox(),
  lmtpPort: Number(POSTOFFICE_LMTP_PORT ?? 4124),
  folder: POSTOFFICE_FILES,
  calendar,
  mailbox,
};
const mailServer = createMailServer(options);
const counter = createCounter(options, () => breakOffAll(mailServer));
const mailboxServer = createMailboxServer(mailbox);

// A client that breaks off is no trouble of the post office.
mailServer.on('error', () => {});
const listen = (server: { listen: Server['listen'] }, port: string | undefined, usual: number) =>
  new Promise<void>((resolve) => void server.listen(Number(port ?? usual), '127.0.0.1', resolve));
await listen(mailServer.server, POSTOFFICE_SMTP_PORT, 4125);
await listen(mailboxServer.server, POSTOFFICE_IMAP_PORT, 4127);
await listen(counter, POSTOFFICE_HTTP_PORT, 4126);
process.send?.({ ready: true });

function stop(): void {
  counter.close();
  counter.closeAllConnections();
  mailboxServer.server.close();
  mailboxServer.hangUp();
  mailServer.close(() => {
    store.close();
    mailbox.close();
    process.exit(0);
  });
}
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
process.on('disconnect', stop);
