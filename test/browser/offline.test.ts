/** Without a connection: the desk opens with what was last seen, what is written waits and says so, and is sent once. */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import {
  axe,
  fill,
  find,
  openPage,
  press,
  sees,
  startChromium,
  textOf,
  type Chromium,
} from '../support/browser';
import { freePort, startProduct, type Product } from '../support/product';
import { until } from '../support/until';

const dataDir = mkdtempSync(join(tmpdir(), 'oak-'));
let chromium: Chromium;
let product: Product;
let env: Record<string, string>;

beforeAll(async () => {
  const port = await freePort();
  env = {
    OAK_FROM: 'Ana Real <ana@real.example>',
    OAK_ZONE: 'Europe/Lisbon',
    // Nobody listens there: what has left the queue waits for it.
    OAK_SMTP_URL: 'smtp://127.0.0.1:9',
    OAK_DATA: dataDir,
    OAK_PORT: String(port),
  };
  [product, chromium] = await Promise.all([startProduct('real', env), startChromium()]);
  await product.takeIn(
    'ana@real.example',
    'From: Bela <bela@x.example>\r\nSubject: Last seen\r\n\r\nThe crates are here.\r\n',
  );
});
afterAll(async () => {
  await chromium.close();
  if (product.process.exitCode === null) await product.stop();
  rmSync(dataDir, { recursive: true, force: true });
});

const served = (page: Page) =>
  until('the page to be kept', () =>
    page.evaluate(async () => {
      if (!navigator.serviceWorker.controller) return false;
      const pages = await caches.open('oak-pages');
      return (await pages.match('/inbox')) !== undefined && (await pages.match('/write')) !== undefined;
    }),
  );

async function write(page: Page, subject: string) {
  const to = await find(page, 'combobox', 'To');
  await to.focus();
  await page.keyboard.type('reader@x.example');
  await page.keyboard.press('Enter');
  await fill(page, 'textbox', 'Subject', subject);
  await (await find(page, 'textbox', 'Text')).focus();
  await page.keyboard.type('The lamps travel on Thursday.');
}

/** With no connection the next view is opened anew: until it stands, there is nothing to be asked. */
async function send(page: Page) {
  await page.evaluate(() => document.documentElement.setAttribute('data-before', 'true'));
  await page.keyboard.down('Control');
  await page.keyboard.press('Enter');
  await page.keyboard.up('Control');
  await until('the inbox to be opened', () =>
    page
      .evaluate(
        () =>
          location.pathname === '/inbox' &&
          document.readyState === 'complete' &&
          !document.documentElement.hasAttribute('data-before'),
      )
      .catch(() => false),
  );
}

it('can be installed: a manifest with icons of the sizes it names, and a worker that keeps it', async () => {
  const manifest = JSON.parse(readFileSync('public/manifest.webmanifest', 'utf8')) as {
    start_url: string;
    display: string;
    icons: { src: string; sizes: string; purpose?: string }[];
  };
  expect(manifest).toMatchObject({ start_url: '/inbox', display: 'standalone' });
  expect(manifest.icons.some(({ purpose }) => purpose === 'maskable')).toBe(true);
  for (const { src, sizes } of manifest.icons) {
    const bytes = Buffer.from(await (await fetch(product.origin + src)).arrayBuffer());
    // Width and height of a PNG stand in its first chunk.
    expect(`${bytes.readUInt32BE(16)}x${bytes.readUInt32BE(20)}`, src).toBe(sizes);
  }
  const page = await openPage(chromium, `${product.origin}/inbox`);
  await served(page);
  const client = await page.createCDPSession();
  const { installabilityErrors } = await client.send('Page.getInstallabilityErrors');
  // A window without a trace of it on the disk cannot install anything; nothing else is wrong.
  expect(installabilityErrors.map(({ errorId }) => errorId).filter((id) => id !== 'in-incognito')).toEqual(
    [],
  );
  await page.close();
});

it('opens with what was last seen, writes and schedules into a queue, and what waits is sent once', async () => {
  const page = await openPage(chromium, `${product.origin}/inbox`);
  await sees(page, 'Last seen');
  await served(page);
  await product.stop();

  await page.reload({ waitUntil: 'domcontentloaded' });
  await sees(page, 'Last seen');
  await sees(page, 'There is no connection to Oak Lantern', '[role=alert]');
  await page.goto(`${product.origin}/write`, { waitUntil: 'domcontentloaded' });
  await write(page, 'Written on the train');
  await send(page);
  await sees(page, /Waits for a connection.*Written on the train/, '[aria-label="Waits for a connection"]');
  expect(await axe(page)).toEqual([]);

  // A second one is thought better of: it is a draft again, as it was.
  await page.goto(`${product.origin}/write`, { waitUntil: 'domcontentloaded' });
  await write(page, 'Second thoughts');
  await send(page);
  await sees(page, 'Second thoughts', '[aria-label="Waits for a connection"]');
  await press(page, 'button', 'Take back: Second thoughts, to reader@x.example');
  await until('it to be gone from the queue', () =>
    textOf(page, '[aria-label="Waits for a connection"]').then(
      (words) => !words.includes('Second thoughts'),
      // Another page is being opened.
      () => false,
    ),
  );

  // A second window, a reload, and the server in between: it is sent by one of them, once.
  const other = await openPage(chromium, `${product.origin}/departures`);
  await page.bringToFront();
  await page.goto(`${product.origin}/inbox`, { waitUntil: 'domcontentloaded' });
  product = await startProduct('real', env);
  await product.api('PATCH', '/settings', { holdSeconds: 0 });
  await until('it to be scheduled', async () =>
    JSON.stringify((await product.api('GET', '/departures')).body).includes('Written on the train'),
  );
  await until('the queue to be empty', () =>
    textOf(page).then(
      (words) => !words.includes('Waits for a connection'),
      () => false,
    ),
  );
  await other.reload();
  await page.reload();
  const { body } = await product.api<{ departures: { subject: string }[] }>('GET', '/departures?limit=100');
  expect(body.departures.filter(({ subject }) => subject === 'Written on the train')).toHaveLength(1);
  expect(body.departures.filter(({ subject }) => subject === 'Second thoughts')).toEqual([]);
});
