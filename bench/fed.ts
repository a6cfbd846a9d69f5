/** How punctually departures leave while what was made to hold them up comes in. */
import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { createServer, type AddressInfo } from 'node:net';
import SMTPConnection from 'nodemailer/lib/smtp-connection';
import { greedyMail } from '#test/support/greedy';
import { openDesk } from '#usecases/desk';
import { prepareData } from '#usecases/prepareData';
import { createDraft } from '#usecases/messages/createDraft';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { quantile, startSink, tempData, type Row } from './support';

const SECONDS = 30;
/** The set that once held everything up, by kind and size. */
const CRAFTED: [string, number][] = [
  ['a structure of parts beside parts', 2_500_000],
  ['HTML of tables with spans', 2_500_000],
  ['HTML of bold in bold', 1_000_000],
  ['text of line ends', 2_000_000],
  ['a header of continued parameters (RFC 2231)', 100_000],
];

async function freePort(): Promise<number> {
  const server = createServer().listen(0, '127.0.0.1');
  await once(server, 'listening');
  const { port } = server.address() as AddressInfo;
  server.close();
  return port;
}

function deliver(port: number, source: Buffer): Promise<void> {
  return new Promise((resolve) => {
    const connection = new SMTPConnection({ host: '127.0.0.1', port, lmtp: true, ignoreTLS: true });
    connection.once('error', () => resolve());
    connection.connect(() =>
      connection.send({ from: 'm@evil.example', to: ['ana@real.example'] }, source, () => {
        connection.quit();
        resolve();
      }),
    );
  });
}

/** Engine and reader as they run in the product: processes of their own. */
export async function fed(): Promise<Row> {
  const { dir, remove } = tempData();
  prepareData(dir, 'real');
  const desk = openDesk(dir);
  const sink = await startSink(false);
  const port = await freePort();
  const daemons: ChildProcess[] = ['engine', 'reader'].map((name) =>
    spawn(process.execPath, [`dist/${name}.mjs`], {
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
      env: {
        ...process.env,
        OAK_DATA: dir,
        OAK_SMTP_URL: sink.url,
        OAK_LMTP_PORT: String(port),
        OAK_LOG: 'fatal',
      },
    }),
  );
  await Promise.all(daemons.map((child) => once(child, 'message')));

  /** p99 of due to DATA, ms, with one departure a second. */
  async function late(): Promise<number> {
    const begin = Math.ceil((Date.now() + 1500) / 1000) * 1000;
    for (let n = 0; n < SECONDS; n++) {
      const { id } = createDraft(desk, { to: ['b@x.example'], subject: `${n}`, text: 'x' });
      const local = new Date(begin + n * 1000).toISOString().slice(0, 19);
      scheduleMessage(desk, id, { kind: 'at', local, zone: 'Etc/UTC' });
    }
    const arrivals = await sink.take(SECONDS);
    return quantile(
      arrivals.sort((a, b) => a - b).map((at, n) => at - (begin + n * 1000)),
      0.99,
    );
  }

  const quiet = await late();
  let feeding = true;
  const crafted = CRAFTED.map(([name, size]) => greedyMail.find((each) => each.name === name)!.make(size));
  const feeder = (async () => {
    for (let n = 0; feeding; n++)
      await deliver(port, Buffer.concat([Buffer.from(`X-Number: ${n}\r\n`), crafted[n % crafted.length]!]));
  })();
  const under = await late();
  feeding = false;
  await feeder;
  for (const child of daemons) child.kill('SIGKILL');
  sink.close();
  desk.store.close();
  remove();
  return [
    'late, p99 of one departure a second while crafted mail comes in without a break',
    `${under.toFixed(0)} ms`,
    `nothing comes in: ${quiet.toFixed(0)} ms`,
    (under / quiet).toFixed(2),
  ];
}
