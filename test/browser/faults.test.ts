/** What happens to the machine happens to a running product: nothing is lost, nothing is doubled, and it is said. */
import { spawnSync } from 'node:child_process';
import { closeSync, cpSync, fsyncSync, openSync, rmSync, statSync, truncateSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it, onTestFinished } from 'vitest';
import type { DepartureJson, DeparturePageJson, HealthJson, ThreadPageJson } from '#api/types';
import { openPage, sees, startChromium, textOf } from '../support/browser';
import { tempDir } from '../support/desk';
import { deliver } from '../support/lmtp';
import { mailOf } from '../support/mail';
import { startProduct, type Product } from '../support/product';
import { chance, SEED } from '../support/random';
import { startSink, type Sink } from '../support/sink';
import { patient, until } from '../support/until';

const ME = 'ana@real.example';

async function start(sink: Sink, dataDir: string): Promise<Product> {
  const product = await startProduct('real', {
    OAK_FROM: `Ana Real <${ME}>`,
    OAK_ZONE: 'Europe/Lisbon',
    OAK_SMTP_URL: sink.url,
    OAK_DATA: dataDir,
    OAK_LOG: 'fatal',
  });
  onTestFinished(async () => void (product.process.exitCode === null && (await product.stop())));
  await product.api('PATCH', '/settings', { holdSeconds: 0 });
  return product;
}

async function schedule(product: Product, subject: string, at: number): Promise<string> {
  const { body } = await product.api<{ id: string }>('POST', '/messages', {
    to: ['b@x.example'],
    subject,
    text: 'x',
  });
  const plan = { kind: 'at', local: new Date(at).toISOString().slice(0, 19), zone: 'Etc/UTC' };
  const answer = await product.api<{ departures: DepartureJson[] }>('POST', `/messages/${body.id}/schedule`, {
    plan,
  });
  return answer.body.departures[0]!.id;
}

const health = async (product: Product) => (await product.api<HealthJson>('GET', '/health')).body;
const subjectsOf = ({ received }: Sink) =>
  received.map(({ source }) => /^Subject: (.*)$/m.exec(source)![1]!.trim());
const inbox = async (product: Product) =>
  (await product.api<ThreadPageJson>('GET', '/inbox?order=time&limit=200')).body.messages.map(
    ({ subject }) => subject,
  );
/** A process of the product by its bundle. */
function pidOf(product: Product, name: string): number {
  const { stdout } = spawnSync('ps', ['-o', 'pid=,args=', '--ppid', String(product.process.pid)], {
    encoding: 'utf8',
  });
  return Number(new RegExp(`^\\s*(\\d+) .*/${name}\\.mjs`, 'm').exec(stdout)![1]);
}
const takeIn = (product: Product, subject: string) =>
  deliver(product.lmtpPort, 'h@x.example', ME, mailOf({ id: subject, subject, to: ME }).toString()).catch(
    () => false,
  );

/** A disk of its own, where this machine allows that. */
function smallDisk(megabytes: number): string | undefined {
  const dir = tempDir();
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m,mode=0700`, 'tmpfs', dir]).status !== 0)
    return undefined;
  onTestFinished(() => void spawnSync('umount', ['-l', dir]));
  return dir;
}

it(
  'a disk that fills up while messages come and go: it says so, refuses what it cannot keep, and goes on',
  async ({ skip }) => {
    const dir = smallDisk(48);
    if (!dir) return skip('No disk of its own can be made here.');
    const sink = await startSink();
    const product = await start(sink, dir);
    expect(await takeIn(product, 'Before')).toBe(true);
    const moment = Date.now() + 4000;
    const ids = await Promise.all(
      ['One', 'Two', 'Three'].map((subject) => schedule(product, subject, moment)),
    );
    const filler = openSync(join(dir, 'filler'), 'w');
    const piece = Buffer.alloc(64 * 1024);
    try {
      for (;;) writeSync(filler, piece);
    } catch {
      // Full.
    }
    closeSync(filler);
    await until('a message to be refused', async () => !(await takeIn(product, `Full ${Math.random()}`)));
    await until(
      'it to be said',
      async () => /disk is full/.test((await health(product)).disk.trouble ?? ''),
      90_000,
    );
    expect(sink.received).toHaveLength(0);
    rmSync(join(dir, 'filler'));
    await until('all to leave', () => sink.received.length >= ids.length, 120_000);
    await until('it to be well', async () => (await health(product)).disk.trouble === null);
    await until('mail to come in', () => takeIn(product, 'After'));
    await until('it to be read', async () => (await inbox(product)).includes('After'));
    expect(subjectsOf(sink).sort()).toEqual(['One', 'Three', 'Two']);
    const seen = await inbox(product);
    expect(seen.filter((subject) => subject === 'Before' || subject === 'After')).toHaveLength(2);
    expect(new Set(seen).size).toBe(seen.length);
  },
  patient(400_000),
);

it('a folder that cannot be written to: it does not start and says why, and all is there once it can', async ({
  skip,
}) => {
  const dir = smallDisk(64);
  if (!dir) return skip('No disk of its own can be made here.');
  const remount = (how: 'ro' | 'rw') =>
    expect(spawnSync('mount', ['-o', `remount,${how}`, dir]).status).toBe(0);
  const sink = await startSink();
  const product = await start(sink, dir);
  await product.takeIn(ME, mailOf({ id: 'kept', subject: 'Kept', to: ME }).toString());
  await schedule(product, 'Once it can', Date.now() + 1000);
  await product.stop();
  remount('ro');
  await expect(start(sink, dir)).rejects.toThrow(`${dir} cannot be written to: nothing was changed.`);
  remount('rw');
  const again = await start(sink, dir);
  await until('it to leave', () => sink.received.length > 0);
  expect(subjectsOf(sink)).toEqual(['Once it can']);
  expect(await inbox(again)).toEqual(['Kept']);
});

it('a reader that stands still: it is said, departures leave, and mail is taken in once it goes on', async () => {
  const sink = await startSink();
  const product = await start(sink, tempDir());
  const started = await startChromium();
  onTestFinished(() => started.close());
  const page = await openPage(started, `${product.origin}/inbox`);
  const reader = pidOf(product, 'reader');
  process.kill(reader, 'SIGSTOP');
  const waiting = takeIn(product, 'Waited');
  try {
    await sees(page, 'Mail is not taken in at the moment');
    await schedule(product, 'Left meanwhile', Date.now() + 2000);
    await until('it to leave', () => subjectsOf(sink).includes('Left meanwhile'));
  } finally {
    process.kill(reader, 'SIGCONT');
  }
  expect(await waiting).toBe(true);
  await sees(page, 'Waited');
  await until('the banner to go', async () => !(await textOf(page)).includes('Mail is not taken in'));
});

it(
  `a database file with other bytes in it is refused in words, or read as it is (seed ${SEED})`,
  async () => {
    const random = chance();
    const sink = await startSink();
    const dir = tempDir();
    const product = await start(sink, dir);
    for (let n = 0; n < 20; n++) expect(await takeIn(product, `Kept ${n}`)).toBe(true);
    await until('all to be read', async () => (await health(product)).reader.waiting === 0);
    await schedule(product, 'Far off', Date.now() + 86_400_000);
    await product.stop();
    for (let round = 0; round < 4; round++) {
      const copy = tempDir();
      cpSync(dir, copy, { recursive: true });
      const path = join(copy, 'oak.db');
      const file = openSync(path, 'r+');
      for (let n = 0; n < 400; n++)
        writeSync(
          file,
          Buffer.from([Math.floor(random() * 256)]),
          0,
          1,
          Math.floor(random() * statSync(path).size),
        );
      fsyncSync(file);
      closeSync(file);
      const outcome = await start(sink, copy).catch((error: Error) => error.message);
      if (typeof outcome === 'string') expect(outcome).toMatch(/is damaged; nothing in it was touched/);
      else {
        // What can be read is read, what cannot is said: no page breaks, and nothing leaves before its moment.
        expect([200, 507]).toContain((await outcome.api('GET', '/inbox')).status);
        await outcome.stop();
      }
    }
    expect(sink.received).toHaveLength(0);
    const again = await start(sink, dir);
    expect((await inbox(again)).length).toBe(20);
    expect((await again.api<DeparturePageJson>('GET', '/departures')).body.departures).toHaveLength(1);
  },
  patient(400_000),
);

it(
  'what was being written when all of it was cut off is there wholly or not at all',
  async () => {
    const random = chance();
    const sink = await startSink();
    const dir = tempDir();
    const product = await start(sink, dir);
    const taken: string[] = [];
    for (let n = 0; n < 30; n++) if (await takeIn(product, `Kept ${n}`)) taken.push(`Kept ${n}`);
    const pids = ['engine', 'reader', 'web'].map((name) => pidOf(product, name));
    for (const pid of [product.process.pid!, ...pids]) process.kill(pid, 'SIGKILL');
    await until('all of them to be gone', () =>
      pids.every((pid) => spawnSync('kill', ['-0', String(pid)]).status !== 0),
    );
    const wal = join(dir, 'oak.db-wal');
    const size = statSync(wal).size;
    truncateSync(wal, Math.floor(size * (0.5 + random() / 2)));
    const again = await start(sink, dir);
    await until('what is there to be read', async () => (await health(again)).reader.waiting === 0);
    const seen = await inbox(again);
    expect(new Set(seen).size).toBe(seen.length);
    expect(seen.every((subject) => taken.includes(subject))).toBe(true);
    // Whoever had no answer, or asks again, changes nothing.
    for (const subject of taken) expect(await takeIn(again, subject)).toBe(true);
    await until('all to be there', async () => (await inbox(again)).length === taken.length);
    expect((await inbox(again)).sort()).toEqual([...taken].sort());
  },
  patient(400_000),
);
