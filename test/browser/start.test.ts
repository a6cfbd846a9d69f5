import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it, onTestFinished } from 'vitest';
import type {
  BackupJson,
  BackupsJson,
  ClockJson,
  DepartureJson,
  DeparturePageJson,
  MessagePageJson,
} from '#api/types';
import { cleanEnv, freePort, startProduct, type Product } from '../support/product';
import { startSink } from '../support/sink';
import { patient, until } from '../support/until';

const ME = { OAK_FROM: 'Ana Real <ana@real.example>', OAK_ZONE: 'Europe/Lisbon' };

async function start(kind: 'demo' | 'real', env: Record<string, string> = {}): Promise<Product> {
  const product = await startProduct(kind, env);
  onTestFinished(async () => void (product.process.exitCode === null && (await product.stop())));
  return product;
}

function tempData(): string {
  const dir = mkdtempSync(join(tmpdir(), 'oak-'));
  onTestFinished(() => rmSync(dir, { recursive: true, force: true }));
  return dir;
}

async function sendNow(product: Product, subject: string) {
  const { body: message } = await product.api<{ id: string }>('POST', '/messages', {
    to: ['b@x.example'],
    subject,
    text: 'x',
  });
  return (
    await product.api<DeparturePageJson>('POST', `/messages/${message.id}/schedule`, {
      plan: { kind: 'now' },
    })
  ).body.departures[0]!;
}

/** The launcher where it cannot start: what it says. */
function refusal(args: string[], env: Record<string, string>) {
  const result = spawnSync(process.execPath, ['dist/launcher.mjs', ...args], {
    env: { ...cleanEnv(), OAK_LMTP_PORT: '0', ...env },
    encoding: 'utf8',
    timeout: patient(90_000),
  });
  return { status: result.status, words: result.stdout + result.stderr };
}

describe('the real thing', () => {
  it('sends through any mail server and takes mail from any LMTP client, on the system clock', async () => {
    const sink = await startSink();
    const product = await start('real', { ...ME, OAK_SMTP_URL: sink.url });
    const { body: clock } = await product.api<ClockJson>('GET', '/clock');
    expect(clock.sandbox).toBe(false);
    expect(Math.abs(Date.parse(clock.now) - Date.now())).toBeLessThan(5000);
    await product.api('PATCH', '/settings', { holdSeconds: 0 });
    const { id } = await sendNow(product, 'Olá do mundo real');
    await sink.until(1);
    expect(sink.received[0]).toMatchObject({ from: 'ana@real.example', to: ['b@x.example'] });
    expect(sink.received[0]!.source).toContain('From: Ana Real <ana@real.example>');
    await until(
      'it to be sent',
      async () => (await product.api<DepartureJson>('GET', `/departures/${id}`)).body.state === 'sent',
    );

    const messageId = /^Message-ID: (.*)$/im.exec(sink.received[0]!.source)![1]!.trim();
    const answer = `From: b@x.example\r\nTo: ana@real.example\r\nSubject: Re: Olá\r\nIn-Reply-To: ${messageId}\r\n\r\nhi`;
    await product.takeIn('ana@real.example', answer);
    const { body: inbox } = await product.api<MessagePageJson>('GET', '/inbox');
    expect(inbox.messages).toHaveLength(1);
    const { body: page } = await product.api<{ thread: { direction: string }[] }>(
      'GET',
      `/messages/${inbox.messages[0]!.id}`,
    );
    expect(page.thread.map((each) => each.direction)).toEqual(['out']);
    expect((await product.api('GET', '/postoffice/mailboxes')).status).toBe(404);
    expect(await product.stop()).toBe(0);
  });

  it('has past mail taken in and given out from the command line while it runs', async () => {
    const product = await start('real', ME);
    const folder = tempData();
    const [old, out] = [join(folder, 'old.mbox'), join(folder, 'out.mbox')];
    writeFileSync(
      old,
      'From a@x\nFrom: a@x.example\nMessage-ID: <a@x>\nSubject: Old\n\nx\n\nFrom b@x\njunk\n',
    );
    const oak = (...args: string[]) =>
      spawnSync(process.execPath, ['scripts/oak.mjs', ...args, '--data', product.dataDir], {
        env: cleanEnv(),
        encoding: 'utf8',
        timeout: patient(90_000),
      });
    expect(oak('import', old).stdout).toBe(
      '1 taken in, 0 were here already, 1 could not be read and were kept aside\n',
    );
    const { body } = await product.api<MessagePageJson>('GET', '/archive');
    expect(body.messages.map(({ subject }) => subject)).toEqual(['Old']);
    expect(oak('export', out).stdout).toBe(`1 messages in ${out}\n`);
    expect(readFileSync(out, 'utf8')).toContain('Subject: Old');
    expect(oak('import', join(folder, 'nowhere')).status).toBe(1);
  });

  it('is backed up while it runs; brought back, what may have left since stands still and does not leave twice', async () => {
    const sink = await startSink();
    const product = await start('real', { ...ME, OAK_SMTP_URL: sink.url });
    const oak = (...args: string[]) =>
      spawnSync(process.execPath, ['scripts/oak.mjs', ...args], {
        env: cleanEnv(),
        encoding: 'utf8',
        timeout: patient(90_000),
      });
    const file = join(tempData(), 'desk.backup');
    await product.api('PATCH', '/settings', { holdSeconds: 10 });
    const { id } = await sendNow(product, 'Once only');
    expect(oak('backup', file, '--data', product.dataDir).stdout).toContain('found sound');
    expect(oak('check', file).stdout).toMatch(/is sound, made .*: 1 message, 1 departure/);
    expect(oak('restore', file, '--data', product.dataDir)).toMatchObject({ status: 1 });
    await sink.until(1);
    const { status, body: made } = await product.api<BackupJson>('POST', '/backups');
    expect(status).toBe(201);
    const { body: list } = await product.api<BackupsJson>('GET', '/backups');
    expect(list).toMatchObject({ backups: [made], trouble: null });
    const saved = await fetch(`${product.origin}/api/v1/backups/${made.id}`);
    const bytes = Buffer.from(await saved.arrayBuffer());
    expect(bytes.equals(readFileSync(join(product.dataDir, 'backups', made.id)))).toBe(true);
    expect((await product.api('GET', '/backups/..%2Foak.db')).status).toBe(404);
    await product.stop();
    // On an empty machine.
    const dataDir = join(tempData(), 'new');
    const restored = oak('restore', file, '--data', dataDir);
    expect(restored.stdout).toContain('1 departure may have left since the backup');
    const again = await start('real', { ...ME, OAK_DATA: dataDir, OAK_SMTP_URL: sink.url });
    const { body } = await again.api<DepartureJson>('GET', `/departures/${id}`);
    expect(body).toMatchObject({ state: 'paused', pausedFor: 'review' });
    await sendNow(again, 'After that');
    await sink.until(2);
    expect(sink.received.map(({ source }) => /^Subject: (.*)\r$/m.exec(source)![1])).toEqual([
      'Once only',
      'After that',
    ]);
  });

  it('starts without a mail server; departures wait until there is one', async () => {
    const dataDir = tempData();
    const first = await start('real', { ...ME, OAK_DATA: dataDir });
    expect(first.output()).toContain('No mail server is set');
    await first.api('PATCH', '/settings', { holdSeconds: 0 });
    const { id } = await sendNow(first, 'Patience');
    await first.stop();
    const sink = await startSink();
    const second = await start('real', { ...ME, OAK_DATA: dataDir, OAK_SMTP_URL: sink.url });
    await sink.until(1);
    await until(
      'it to be sent',
      async () => (await second.api<DepartureJson>('GET', `/departures/${id}`)).body.state === 'sent',
    );
  });

  it('brings a crashed engine back by itself', async () => {
    const sink = await startSink();
    const product = await start('real', { ...ME, OAK_SMTP_URL: sink.url });
    await product.api('PATCH', '/settings', { holdSeconds: 0 });
    const children = spawnSync('ps', ['-o', 'pid=,args=', '--ppid', String(product.process.pid)], {
      encoding: 'utf8',
    }).stdout;
    const engine = /^\s*(\d+) .*engine\.mjs/m.exec(children)![1]!;
    process.kill(Number(engine), 'SIGKILL');
    await sendNow(product, 'After the crash');
    await sink.until(1);
    expect(product.output()).toContain('engine ended (SIGKILL); starting it again.');
  });
});

describe('what cannot start says why, and how to go on', () => {
  it('a taken port', async () => {
    const taken = createServer();
    await new Promise<void>((resolve) => taken.listen(0, '127.0.0.1', resolve));
    const { port } = taken.address() as AddressInfo;
    const { status, words } = refusal(['demo'], { OAK_PORT: String(port), OAK_DATA: tempData() });
    taken.close();
    expect(status).toBe(1);
    expect(words.trim()).toBe(
      `Port ${port} is taken by another program. Stop that one, or start with another port: OAK_PORT=${port + 10} npm run demo`,
    );
  });

  it('an old Node', () => {
    const old = 'data:text/javascript,Object.defineProperty(process.versions,"node",{value:"18.19.0"})';
    const { status, stderr } = spawnSync(process.execPath, ['--import', old, 'scripts/launch.mjs', 'demo'], {
      encoding: 'utf8',
    });
    expect(status).toBe(1);
    expect(stderr.trim()).toBe(
      'Oak Lantern needs Node 20.19 or newer; this is 18.19.0. Install a newer one (see .nvmrc) and start again.',
    );
  });

  it('real mail on a sandbox, and the other way round', async () => {
    const dataDir = tempData();
    const demo = await start('demo', { OAK_DATA: dataDir });
    await demo.stop();
    const env = { OAK_DATA: dataDir, OAK_PORT: String(await freePort()) };
    expect(refusal([], env)).toMatchObject({
      status: 1,
      words: expect.stringContaining('holds the demo’s sandbox'.replace('’', "'")) as string,
    });
    const real = tempData();
    await (await start('real', { ...ME, OAK_DATA: real })).stop();
    expect(refusal(['demo'], { ...env, OAK_DATA: real }).words).toContain('holds real mail');
  });

  it.each([
    [{ OAK_ZONE: '+01:00' }, /fixed offset/],
    [{ OAK_FROM: 'nobody' }, /has no @/],
    [{ OAK_SMTP_URL: 'mail.x.example' }, /OAK_SMTP_URL/],
    [{ OAK_HOST: '0.0.0.0' }, /Set OAK_PASSPHRASE too/],
  ])('%j', async (env, words) => {
    const result = refusal([], { OAK_DATA: tempData(), OAK_PORT: String(await freePort()), ...env });
    expect(result.status).toBe(1);
    expect(result.words).toMatch(words);
    expect(result.words).not.toContain('    at ');
  });
});

it('the demo begins on a living morning, and goes on where it was', async () => {
  const dataDir = tempData();
  const first = await start('demo', { OAK_DATA: dataDir });
  const { body: clock } = await first.api<ClockJson>('GET', '/clock');
  expect(clock.now.slice(0, 16)).toBe('2026-11-24T14:24');
  const { body: left } = await first.api<DeparturePageJson>('GET', '/departures?state=sent');
  expect(left.departures.map((each) => each.leftAt)).toEqual(left.departures.map((each) => each.meant));
  // The question has gone to each of its five lenders as a copy of their own, the offer to both of its readers, and one of them has the invitation.
  expect(new Set(left.departures.map((each) => each.messageId)).size).toBe(9);
  expect(left.departures).toHaveLength(14);
  const { body: inbox } = await first.api<MessagePageJson>('GET', '/inbox');
  expect(inbox.total).toBeGreaterThanOrEqual(12);
  await first.moveClock({ set: '2026-11-25T10:30:00Z' });
  expect(await first.stop()).toBe(0);
  const second = await start('demo', { OAK_DATA: dataDir });
  expect((await second.api<ClockJson>('GET', '/clock')).body.now.slice(0, 16)).toBe('2026-11-25T10:30');
  expect(
    (await second.api<DeparturePageJson>('GET', '/departures?state=sent&limit=500')).body.departures.length,
  ).toBeGreaterThan(4);
});

it('leaves no process behind, even when the launcher is killed', async () => {
  const product = await start('demo');
  const children = spawnSync('ps', ['-o', 'pid=', '--ppid', String(product.process.pid)], {
    encoding: 'utf8',
  })
    .stdout.trim()
    .split(/\s+/)
    .map(Number);
  expect(children).toHaveLength(4);
  product.process.kill('SIGKILL');
  const alive = (pid: number) => spawnSync('kill', ['-0', String(pid)]).status === 0;
  await until('all of them to be gone', () => children.every((pid) => !alive(pid)));
});
