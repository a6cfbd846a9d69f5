/** How soon the main views are there, with a cold browser, over large data; against a bare page of the same server. */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer, { type Page } from 'puppeteer-core';
import { CHROMIUM, CHROMIUM_ARGS } from '../scripts/chromium.mjs';
import { openDesk } from '#usecases/desk';
import { prepareData } from '#usecases/prepareData';
import { fillDepartures, fillInbox } from './manyMessages';
import { median, quantile, tempData, type Row } from './support';

const [MESSAGES, DEPARTURES] = [200_000, 100_000];
const ROUNDS = 5;
const KEYS = 40;

const VIEWS = [
  ['Inbox', '/inbox'],
  ['Departures', '/departures'],
  ['Returns', '/returns'],
  ['Correspondents', '/correspondents'],
  ['Settings', '/settings'],
  ['Write', '/write'],
] as const;

interface Seen {
  first: number;
  largest: number;
  shift: number;
  script: number;
}

/** What the browser itself notes while a page comes, from before it does. */
const WATCH = () => {
  const seen = { first: 0, largest: 0, shift: 0 };
  Object.assign(window, { seen });
  const watch = (type: string, note: (entry: PerformanceEntry) => void) =>
    new PerformanceObserver((list) => list.getEntries().forEach(note)).observe({ type, buffered: true });
  watch('paint', (entry) => entry.name === 'first-contentful-paint' && (seen.first = entry.startTime));
  watch('largest-contentful-paint', (entry) => (seen.largest = entry.startTime));
  watch('layout-shift', (entry) => {
    const shift = entry as PerformanceEntry & { value: number; hadRecentInput: boolean };
    if (!shift.hadRecentInput) seen.shift += shift.value;
  });
};

/** A browser that has never been here opens one page. */
async function coldly<T>(work: (page: Page) => Promise<T>): Promise<T> {
  const userDataDir = mkdtempSync(join(tmpdir(), 'oak-bench-chromium-'));
  const browser = await puppeteer.launch({ executablePath: CHROMIUM, userDataDir, args: CHROMIUM_ARGS });
  try {
    const page = await browser.newPage();
    await page.setViewport({ width: 1280, height: 800 });
    return await work(page);
  } finally {
    await browser.close();
    rmSync(userDataDir, { recursive: true, force: true });
  }
}

const open = (url: string): Promise<Seen> =>
  coldly(async (page) => {
    const session = await page.createCDPSession();
    await session.send('Network.enable');
    const scripts = new Set<string>();
    let script = 0;
    session.on(
      'Network.responseReceived',
      ({ requestId, type }) => type === 'Script' && scripts.add(requestId),
    );
    session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
      if (scripts.has(requestId)) script += encodedDataLength;
    });
    await page.evaluateOnNewDocument(WATCH);
    await page.goto(url, { waitUntil: 'load' });
    // Until it has stood still for a second: live updates keep a connection open, so the network never rests.
    let last = '';
    for (let still = 0; still < 4; still++) {
      await new Promise((resolve) => setTimeout(resolve, 250));
      const now = JSON.stringify(await page.evaluate(() => (window as unknown as { seen: Seen }).seen));
      if (now !== last) still = 0;
      last = now;
    }
    return { ...(JSON.parse(last) as Seen), script };
  });

/** Milliseconds from a key to the frame that answers it, going down the inbox. */
const keys = (origin: string): Promise<number[]> =>
  coldly(async (page) => {
    await page.goto(`${origin}/inbox`, { waitUntil: 'load' });
    await page.waitForSelector('[data-row]');
    await page.evaluate(() => {
      const times: number[] = [];
      Object.assign(window, { times });
      window.addEventListener(
        'keydown',
        (event) =>
          requestAnimationFrame(() => setTimeout(() => times.push(performance.now() - event.timeStamp))),
        true,
      );
    });
    for (let index = 0; index < KEYS; index++) {
      await page.keyboard.press('j');
      await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve))));
    }
    return page.evaluate(() => (window as unknown as { times: number[] }).times);
  });

const freePort = () =>
  new Promise<number>((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => resolve(port));
    });
  });

/** The real product on data that were made before. */
export async function startProduct(dir: string): Promise<{ origin: string; stop: () => Promise<void> }> {
  const port = await freePort();
  const child = spawn(process.execPath, ['dist/launcher.mjs'], {
    env: {
      ...process.env,
      NODE_ENV: 'production',
      OAK_DATA: dir,
      OAK_PORT: String(port),
      OAK_LMTP_PORT: String(await freePort()),
      OAK_LOG: 'warn',
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise<void>((resolve, reject) => {
    child.stdout.on('data', (chunk: Buffer) => chunk.includes('is ready at') && resolve());
    child.once('exit', () => reject(new Error('It ended at once.')));
  });
  return {
    origin: `http://127.0.0.1:${port}`,
    stop: () =>
      new Promise((resolve) => {
        child.once('exit', () => resolve());
        child.kill('SIGINT');
      }),
  };
}

/** @param origin of a product that runs */
export async function measurePages(origin: string): Promise<Row[]> {
  const rows: Row[] = [];
  const bare = median(
    await inTurn(
      () => open(`${origin}/mark.svg`),
      ({ largest, first }) => largest || first,
    ),
  );
  for (const [name, path] of VIEWS) {
    const seen: Seen[] = [];
    for (let round = 0; round < ROUNDS; round++) seen.push(await open(origin + path));
    const [first, largest, shift, script] = (['first', 'largest', 'shift', 'script'] as const).map((key) =>
      median(seen.map((each) => each[key])),
    );
    rows.push([
      `${name}, a cold browser: largest paint`,
      `${largest!.toFixed(0)} ms; first ${first!.toFixed(0)} ms; shift ${shift!.toFixed(3)}; ${(script! / 1000).toFixed(0)} kB of script`,
      `a picture of the same server: ${bare.toFixed(0)} ms`,
      (largest! / bare).toFixed(1),
    ]);
  }
  const answered = await keys(origin);
  rows.push([
    'a key answered in Inbox',
    `p75 ${quantile(answered, 0.75).toFixed(0)} ms, p50 ${median(answered).toFixed(0)} ms`,
    '100 ms',
    (quantile(answered, 0.75) / 100).toFixed(2),
  ]);
  return rows;
}

export async function pages(): Promise<Row[]> {
  const { dir, remove } = tempData();
  prepareData(dir, 'real');
  const desk = openDesk(dir);
  await fillInbox(desk, MESSAGES);
  fillDepartures(desk, DEPARTURES);
  desk.store.close();
  const { origin, stop } = await startProduct(dir);
  try {
    return await measurePages(origin);
  } finally {
    await stop();
    remove();
  }
}

async function inTurn<T>(work: () => Promise<T>, figure: (seen: T) => number): Promise<number[]> {
  const figures: number[] = [];
  for (let round = 0; round < ROUNDS; round++) figures.push(figure(await work()));
  return figures;
}
