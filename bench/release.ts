/** How fast and how punctually departures are released. */
import { spawn } from 'node:child_process';
import nodemailer from 'nodemailer';
import { CONNECTIONS } from '#mail/smtpPool';
import { openDesk } from '#usecases/desk';
import { prepareData } from '#usecases/prepareData';
import {
  median,
  quantile,
  scheduleMany,
  startSink,
  tempData,
  TEXT,
  withEngine,
  type Row,
  type SinkProcess,
} from './support';

const COUNT = 1000;
const ROUNDS = 5;

/** Releases a second between the first DATA and the last. */
const rateOf = (arrivals: readonly number[]) =>
  (arrivals.length - 1) / ((Math.max(...arrivals) - Math.min(...arrivals)) / 1000);

const soon = (ms: number) => Math.ceil((Date.now() + ms) / 1000) * 1000;

async function bareRate(sink: SinkProcess): Promise<number> {
  const { hostname, port } = new URL(sink.url);
  const pool = nodemailer.createTransport({
    pool: true,
    host: hostname,
    port: Number(port),
    maxConnections: CONNECTIONS,
    maxMessages: Infinity,
    ignoreTLS: true,
  });
  const arrivals = sink.take(COUNT);
  await Promise.all(
    Array.from({ length: COUNT }, (_, index) =>
      pool.sendMail({ from: 'a@x.example', to: 'b@x.example', subject: `${index}`, text: TEXT }),
    ),
  );
  pool.close();
  return rateOf(await arrivals);
}

/** Interleaved, so that whatever else the machine does falls on both. */
async function sustained(what: string, keeping: boolean): Promise<Row> {
  const sink = await startSink(keeping);
  const pairs: [number, number][] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const bare = await bareRate(sink);
    const ours = await withEngine(sink.url, async (desk) => {
      scheduleMany(desk, COUNT, soon(12_000));
      return rateOf(await sink.take(COUNT));
    });
    pairs.push([ours, bare]);
  }
  sink.close();
  return [
    `releases a second, sustained, to a server that ${what}`,
    `${median(pairs.map(([ours]) => ours)).toFixed(0)}/s`,
    `bare nodemailer pool, as many connections: ${median(pairs.map(([, bare]) => bare)).toFixed(0)}/s`,
    median(pairs.map(([ours, bare]) => ours / bare)).toFixed(2),
  ];
}

export async function throughput(): Promise<Row[]> {
  return [
    await sustained('forgets at once', false),
    await sustained('keeps what it takes (one fsync each)', true),
  ];
}

export async function lateness(): Promise<Row[]> {
  const rows: Row[] = [];
  const sink = await startSink(false);
  for (const count of [1, 10, 100]) {
    const late: number[] = [];
    for (let round = 0; round < (count === 1 ? 10 : 3); round++) {
      await withEngine(sink.url, async (desk) => {
        const due = soon(2000);
        scheduleMany(desk, count, due);
        late.push(...(await sink.take(count)).map((at) => at - due));
      });
    }
    const [p50, p99] = [quantile(late, 0.5), quantile(late, 0.99)];
    rows.push([
      `from due moment to DATA, ${count} due in one second`,
      `p50 ${p50} ms, p99 ${p99} ms`,
      'one second',
      (p99 / 1000).toFixed(2),
    ]);
  }
  sink.close();
  return rows;
}

const bareStart = () =>
  new Promise<number>((resolve) => {
    const start = performance.now();
    spawn(process.execPath, ['-e', '0']).once('exit', () => resolve(performance.now() - start));
  });

/** From starting the engine as a process to the first DATA of something overdue. */
export async function startToFirstRelease(): Promise<Row> {
  const sink = await startSink(false);
  const measured: number[] = [];
  const bare: number[] = [];
  for (let round = 0; round < 5; round++) {
    const { dir, remove } = tempData();
    prepareData(dir, 'real');
    const desk = openDesk(dir);
    const due = soon(0);
    scheduleMany(desk, 1, due);
    desk.store.close();
    await new Promise((resolve) => setTimeout(resolve, Math.max(0, due - Date.now())));
    bare.push(await bareStart());
    const started = Date.now();
    const engine = spawn(process.execPath, ['dist/engine.mjs'], {
      env: { ...process.env, OAK_DATA: dir, OAK_SMTP_URL: sink.url, OAK_LMTP_PORT: '0', OAK_LOG: 'silent' },
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    });
    const [first] = await sink.take(1);
    measured.push(first! - started);
    engine.kill();
    await new Promise((resolve) => engine.once('exit', resolve));
    remove();
  }
  sink.close();
  return [
    'from starting the engine to the first release',
    `${median(measured).toFixed(0)} ms`,
    `starting an empty Node ${median(bare).toFixed(0)} ms`,
    (median(measured) / median(bare)).toFixed(1),
  ];
}
