/**
 * The benchmarks. Each figure stands beside a baseline measured in the same run, since the machine is not ours to
 * choose. Writes docs/bench.md.
 */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import pino from 'pino';
import { SMTPServer } from 'smtp-server';
import { Temporal } from 'temporal-polyfill';
import { previewPlan } from '../src/core/plan/preview';
import { listZones } from '../src/core/time/zones';
import { Engine } from '../src/engine/engine';
import { openDesk, type Desk } from '../src/usecases/desk';
import { createDraft } from '../src/usecases/messages/createDraft';
import { scheduleMessage } from '../src/usecases/messages/scheduleMessage';
import { prepareData } from '../src/usecases/prepareData';
import { openMailServer } from '../src/usecases/release/mailServer';

process.env.OAK_FROM = 'Ana Real <ana@real.example>';
process.env.OAK_ZONE = 'Europe/Lisbon';

const rows: string[][] = [];
const quantile = (values: number[], q: number) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * q))]!;
const median = (values: number[]) => quantile(values, 0.5);

function milliseconds(work: () => void): number {
  const start = performance.now();
  work();
  return performance.now() - start;
}

/** A mail server that notes when each DATA comes. */
async function sink() {
  const arrivals: { at: number; subject: string }[] = [];
  let wake = () => {};
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    disableReverseLookup: true,
    onData(stream, _session, done) {
      const at = Date.now();
      let head = '';
      stream.on('data', (chunk: Buffer) => (head += chunk.toString()));
      stream.on('end', () => {
        arrivals.push({ at, subject: /^Subject: (.*)$/m.exec(head)?.[1]?.trim() ?? '' });
        done();
        wake();
      });
    },
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const url = `smtp://127.0.0.1:${(server.server.address() as AddressInfo).port}`;
  const until = (count: number) =>
    new Promise<void>((resolve) => {
      wake = () => arrivals.length >= count && resolve();
      wake();
    });
  return { url, arrivals, until, close: () => new Promise<void>((resolve) => server.close(() => resolve())) };
}

async function withEngine<T>(url: string, work: (desk: Desk) => Promise<T>): Promise<T> {
  const dir = mkdtempSync(join(tmpdir(), 'oak-bench-'));
  prepareData(dir, 'real');
  const desk = openDesk(dir);
  const engine = new Engine({
    desk,
    log: pino({ level: 'silent' }),
    mailServer: openMailServer(url),
    lmtpPort: 0,
  });
  await engine.start();
  try {
    return await work(desk);
  } finally {
    await engine.stop();
    desk.store.close();
    rmSync(dir, { recursive: true, force: true });
  }
}

function scheduleAt(desk: Desk, subject: string, at: number): void {
  const { id } = createDraft(desk, { to: ['b@x.example'], subject, text: 'A line of text.\n'.repeat(20) });
  scheduleMessage(desk, id, { kind: 'at', local: new Date(at).toISOString().slice(0, 19), zone: 'Etc/UTC' });
}

function preview(): void {
  const zones = listZones().map((zone) => zone.id);
  const readers = Array.from({ length: 500 }, (_, index) => ({
    address: `${index}@x.example`,
    zone: zones[index % zones.length],
  }));
  const now = Date.parse('2026-11-24T14:24:00Z');
  const plan = { kind: 'at', local: '2026-11-25T08:30', zone: 'Asia/Kathmandu' } as const;
  const ours = () => void previewPlan(plan, readers, { now, holdSeconds: 90, senderZone: 'Europe/Lisbon' });
  const bare = () => {
    const at = Temporal.Instant.fromEpochMilliseconds(now);
    for (const { zone } of readers) at.toZonedDateTimeISO(zone!).toPlainDateTime().toString();
  };
  ours();
  bare();
  const pairs = Array.from({ length: 15 }, () => [milliseconds(ours), milliseconds(bare)] as const);
  const [mine, base] = [median(pairs.map(([a]) => a)), median(pairs.map(([, b]) => b))];
  rows.push([
    'preview of one plan for 500 readers',
    `${mine.toFixed(1)} ms`,
    `bare Temporal conversion ${base.toFixed(1)} ms`,
    (mine / base).toFixed(2),
  ]);
}

async function throughput(): Promise<void> {
  const COUNT = 200;
  const shares: number[] = [];
  let [ourRate, bareRate] = [0, 0];
  for (let round = 0; round < 3; round++) {
    const server = await sink();
    const bytes = Buffer.from(`Subject: x\r\n\r\n${'A line of text.\r\n'.repeat(20)}`);
    const pool = openMailServer(server.url);
    const bareStart = performance.now();
    await Promise.all(
      Array.from({ length: COUNT }, () =>
        pool.release('a@x.example', ['b@x.example'], bytes, () => Promise.resolve()),
      ),
    );
    const bare = COUNT / ((performance.now() - bareStart) / 1000);
    await pool.close();
    const ours = await withEngine(server.url, async (desk) => {
      const due = Math.ceil(Date.now() / 1000) * 1000 + 3000;
      for (let index = 0; index < COUNT; index++) scheduleAt(desk, `${index}`, due);
      await server.until(COUNT * 2);
      return COUNT / ((server.arrivals.at(-1)!.at - due) / 1000);
    });
    await server.close();
    shares.push(ours / bare);
    [ourRate, bareRate] = [ours, bare];
  }
  rows.push([
    'releases a second, sustained',
    `${ourRate.toFixed(0)}/s`,
    `bare pool, as many connections ${bareRate.toFixed(0)}/s`,
    median(shares).toFixed(2),
  ]);
}

async function lateness(): Promise<void> {
  for (const count of [1, 10, 100]) {
    const server = await sink();
    const late = await withEngine(server.url, async (desk) => {
      const due = Math.ceil(Date.now() / 1000) * 1000 + 3000;
      for (let index = 0; index < count; index++) scheduleAt(desk, `${index}`, due);
      await server.until(count);
      return server.arrivals.map(({ at }) => at - due);
    });
    await server.close();
    const [p50, p99] = [quantile(late, 0.5), quantile(late, 0.99)];
    rows.push([
      `lateness from due moment to DATA, ${count} due in one second`,
      `p50 ${p50} ms, p99 ${p99} ms`,
      `one second`,
      (p99 / 1000).toFixed(2),
    ]);
  }
}

preview();
await throughput();
await lateness();

const head = ['what', 'measured', 'against', 'ratio'];
const table = [head, head.map(() => '---'), ...rows].map((row) => `| ${row.join(' | ')} |`).join('\n');
const machine = `${cpus().length} × ${cpus()[0]?.model.trim() ?? 'unknown'}, Node ${process.version}`;
writeFileSync('docs/bench.md', `# Benchmarks\n\nMade by \`npm run bench\` on ${machine}.\n\n${table}\n`);
console.log(table);
