/** The built product, started as people start it, on ports and data of its own. */
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ClockJson } from '#api/types';
import { deliver } from './lmtp';
import { until } from './until';

/** A busy machine with two cores takes its time to seed the demo. */
const START_PATIENCE_MS = 150_000;

export interface Product {
  origin: string;
  lmtpPort: number;
  dataDir: string;
  process: ChildProcess;
  /** All it has printed so far. */
  output(): string;
  api<T>(
    method: string,
    path: string,
    body?: unknown,
    headers?: Record<string, string>,
  ): Promise<{ status: number; body: T; headers: Headers }>;
  /** Moves the sandbox clock; resolves with it once it stands where it was sent. */
  moveClock(to: object): Promise<ClockJson>;
  /** Has a message taken in, to `to`, and resolves once it has been read. @throws (rejects) where it is refused */
  takeIn(to: string, source: string): Promise<void>;
  /** Ends it as Ctrl C does; resolves with the exit status. */
  stop(): Promise<number | null>;
}

const [FIRST_PORT, LAST_PORT] = [10_000, 32_000];
/** Test files that run beside each other, at most: each has ports of its own to choose from. */
const LANES = 16;
const LANE = Number(process.env.VITEST_POOL_ID ?? 0) % LANES;
const given = new Set<number>();

/**
 * A port nobody listens on, below those the system gives to outgoing connections: one of those could be
 * taken again before the product gets to it. No two are the same.
 */
export async function freePort(): Promise<number> {
  const port = FIRST_PORT + LANE + LANES * Math.floor((Math.random() * (LAST_PORT - FIRST_PORT)) / LANES);
  if (given.has(port)) return freePort();
  given.add(port);
  const free = await new Promise<boolean>((resolve) => {
    const server = createServer();
    server.once('error', () => resolve(false));
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)));
  });
  return free ? port : freePort();
}

/** The environment without anything that sets up the product, or says that this is a test. */
export function cleanEnv(): NodeJS.ProcessEnv {
  const kept = Object.entries(process.env).filter(
    ([name]) => !name.startsWith('OAK_') && !name.startsWith('VITEST'),
  );
  return { ...Object.fromEntries(kept), NODE_ENV: 'production' };
}

/** Starts the demo, or the real thing with `env`. @throws (rejects) with what it printed where it does not get ready */
export async function startProduct(
  kind: 'demo' | 'real',
  env: Record<string, string> = {},
): Promise<Product> {
  const dataDir = env.OAK_DATA ?? mkdtempSync(join(tmpdir(), 'oak-'));
  const [port, lmtpPort] = [Number(env.OAK_PORT) || (await freePort()), await freePort()];
  const child = spawn(process.execPath, ['dist/launcher.mjs', ...(kind === 'demo' ? ['demo'] : [])], {
    env: {
      ...cleanEnv(),
      OAK_PORT: String(port),
      OAK_LMTP_PORT: String(lmtpPort),
      OAK_DATA: dataDir,
      OAK_LOG: 'warn',
      ...env,
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let output = '';
  child.stdout.on('data', (chunk: Buffer) => (output += chunk.toString()));
  child.stderr.on('data', (chunk: Buffer) => (output += chunk.toString()));
  const ended = new Promise<number | null>((resolve) => child.once('exit', resolve));
  await until(
    'the product to get ready',
    () => {
      if (child.exitCode !== null) throw new Error(`It ended at once:\n${output}`);
      return output.includes('is ready at');
    },
    START_PATIENCE_MS,
  ).catch((error: unknown) => {
    child.kill('SIGKILL');
    throw new Error(`${String(error)}; it had printed:\n${output}`);
  });
  const origin = `http://127.0.0.1:${port}`;
  async function api<T>(method: string, path: string, body?: unknown, headers: Record<string, string> = {}) {
    const response = await fetch(`${origin}/api/v1${path}`, {
      method,
      headers: { 'content-type': 'application/json', ...headers },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
    const text = await response.text();
    return {
      status: response.status,
      body: (text ? JSON.parse(text) : undefined) as T,
      headers: response.headers,
    };
  }
  return {
    origin,
    lmtpPort,
    dataDir,
    process: child,
    output: () => output,
    api,
    async moveClock(to) {
      let { body } = await api<ClockJson>('POST', '/clock', to, { prefer: 'wait=30' });
      await until('the clock to stand where it was sent', async () => {
        if (body.target !== null) ({ body } = await api<ClockJson>('GET', '/clock'));
        return body.target === null;
      });
      return body;
    },
    async takeIn(to, source) {
      if (!(await deliver(lmtpPort, 'h@x.example', to, source))) throw new Error(`Refused for ${to}`);
      await until('it to be read', async () => {
        const health = await fetch(`${origin}/api/v1/health`);
        return ((await health.json()) as { reader: { waiting: number } }).reader.waiting === 0;
      });
    },
    async stop() {
      child.kill('SIGINT');
      const status = await ended;
      if (!env.OAK_DATA) rmSync(dataDir, { recursive: true, force: true });
      return status;
    },
  };
}
