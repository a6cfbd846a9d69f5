/** Starts the product: `demo` with its sandbox and post office, or the real thing. */
import { resolve } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { DEMO_MORNING, DEMO_START } from '#demo/world';
import { demoFolder } from '#demo/files';
import { seedDemo } from '#demo/seed';
import { AddressError } from '#core/message/address';
import { UnknownZoneError } from '#core/time/zones';
import { moveClock, readClock, setClockDown, takeClockUp } from '#usecases/clock/sandbox';
import { openDesk, type Desk } from '#usecases/desk';
import { listAccounts } from '#usecases/accounts/accounts';
import { checkMailServerAddress } from '#usecases/release/mailServer';
import { closeToOthers } from '#usecases/ownFolder';
import { prepareData, takeFolder, UnusableData } from '#usecases/prepareData';
import { Children, type ChildSpec } from './children';
import { assertFree, keptPorts } from './ports';

const isDemo = process.argv[2] === 'demo';
const command = isDemo ? 'npm run demo' : 'npm start';
const say = (words: string) => console.log(words);

const host = process.env.OAK_HOST || '127.0.0.1';
const port = Number(process.env.OAK_PORT || 4180);
const lmtpPort = Number(process.env.OAK_LMTP_PORT || 4124);
const dataDir = resolve(process.env.OAK_DATA || (isDemo ? './data/demo' : './data'));

function withDesk<T>(work: (desk: Desk) => T): T {
  const desk = openDesk(dataDir);
  const done = work(desk);
  desk.store.close();
  return done;
}

/** Megabytes, several times what each of them needs at work. */
const HEAP = { reader: 192, engine: 192, web: 240 };

/** @returns true where the data are new */
async function prepare(): Promise<boolean> {
  const isNew = prepareData(dataDir, isDemo ? 'sandbox' : 'real', DEMO_MORNING);
  const desk = openDesk(dataDir);
  try {
    if (isDemo && isNew) await seedDemo(desk);
    takeClockUp(desk);
  } finally {
    desk.store.close();
  }
  return isNew;
}

/** The demo's first morning happens for real: messages leave, answers come in. */
async function liveThroughTheMorning(): Promise<void> {
  const desk = openDesk(dataDir);
  moveClock(desk, { set: DEMO_START });
  for (let patience = 200; patience > 0 && readClock(desk).target !== null; patience--) await sleep(50);
  desk.store.close();
}

async function specs(): Promise<ChildSpec[]> {
  const env: Record<string, string> = {
    OAK_DATA: dataDir,
    OAK_HOST: host,
    OAK_PORT: String(port),
    OAK_LMTP_PORT: String(lmtpPort),
  };
  const list: ChildSpec[] = [];
  if (isDemo) {
    // What was set up with them finds them again after a restart.
    const { smtp, http, imap } = await keptPorts(dataDir, ['smtp', 'http', 'imap']);
    env.OAK_SMTP_URL = `smtp://127.0.0.1:${smtp}`;
    env.OAK_POSTOFFICE_URL = `http://127.0.0.1:${http}`;
    env.OAK_POSTOFFICE_IMAP_PORT = String(imap);
    list.push({
      name: 'post office',
      script: 'dist/postoffice.mjs',
      env: {
        POSTOFFICE_DATA: dataDir,
        POSTOFFICE_SMTP_PORT: String(smtp),
        POSTOFFICE_HTTP_PORT: String(http),
        POSTOFFICE_LMTP_PORT: String(lmtpPort),
        POSTOFFICE_IMAP_PORT: String(imap),
        POSTOFFICE_FILES: demoFolder(dataDir),
      },
    });
  }
  list.push({ name: 'reader', script: 'dist/reader.mjs', env, heap: HEAP.reader });
  list.push({ name: 'engine', script: 'dist/engine.mjs', env, heap: HEAP.engine });
  list.push({ name: 'web', script: 'dist/web.mjs', env, heap: HEAP.web });
  return list;
}

const SHORTEST_PASSPHRASE = 12;

/** Who can be reached by others than this machine needs a passphrase worth the name. */
function assertGuarded(): void {
  const { OAK_PASSPHRASE, OAK_ORIGIN, OAK_PROXY } = process.env;
  if (OAK_PASSPHRASE && OAK_PASSPHRASE.length < SHORTEST_PASSPHRASE)
    throw new Error(`OAK_PASSPHRASE is too short: use at least ${SHORTEST_PASSPHRASE} characters.`);
  if (OAK_ORIGIN && !/^https?:\/\/[^/]+\/?$/.test(OAK_ORIGIN))
    throw new Error('OAK_ORIGIN is not an address. Write it as https://lantern.place.example.');
  for (const proxy of OAK_PROXY?.split(/[\s,]+/).filter(Boolean) ?? [])
    if (!/^(loopback|linklocal|uniquelocal|[\da-f.:]+(\/\d{1,3})?)$/i.test(proxy))
      throw new Error(
        `OAK_PROXY: “${proxy}” is no address. Write addresses or networks, as 127.0.0.1 or 10.0.0.0/8, commas between.`,
      );
  if (OAK_PASSPHRASE || /^(127(\.\d+){3}|::1|localhost)$/i.test(host)) return;
  throw new Error(
    `OAK_HOST=${host} would let everyone there read the mail. Set OAK_PASSPHRASE too, or leave OAK_HOST out and reach this machine by a tunnel.`,
  );
}

async function main(): Promise<void> {
  closeToOthers();
  assertGuarded();
  await assertFree(port, host, 'OAK_PORT', command);
  await assertFree(lmtpPort, '127.0.0.1', 'OAK_LMTP_PORT', command);
  if (process.env.OAK_SMTP_URL && !isDemo) checkMailServerAddress(process.env.OAK_SMTP_URL);
  const locks = await takeFolder(dataDir);
  if (locks.open) say(locks.open);
  const isNew = await prepare();
  for (const lock of locks.others) lock.release();
  const children = new Children(say);
  let stopping: Promise<void> | undefined;
  const stop = () => {
    stopping ??= (async () => {
      say('Stopping…');
      await children.stop();
      withDesk(setClockDown);
      locks.launcher.release();
      say('Stopped.');
      process.exit(0);
    })();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  process.on('SIGHUP', stop);
  await Promise.all((await specs()).map((spec) => children.start(spec))).catch(async (error: Error) => {
    if (stopping) return;
    console.error(error.message);
    await children.stop();
    process.exit(1);
  });
  if (stopping) return;
  if (isDemo && isNew) await liveThroughTheMorning();
  const words = [`\nOak Lantern is ready at http://${host.includes(':') ? `[${host}]` : host}:${port}`];
  if (isDemo)
    words.push(`The demo's clock stands in a sandbox; mail stays on this machine. Data: ${dataDir}`);
  else if (!withDesk((desk) => listAccounts(desk).length > 0))
    words.push('No mail server is set: departures wait until you add an account in Settings.');
  // In one piece: whoever waits for the first line finds the others.
  say([...words, 'Stop it with Ctrl C.'].join('\n'));
}

main().catch((error: Error) => {
  const forPeople =
    error instanceof UnusableData || error instanceof AddressError || error instanceof UnknownZoneError;
  console.error(forPeople || !error.stack || error.constructor === Error ? error.message : error.stack);
  process.exit(1);
});
