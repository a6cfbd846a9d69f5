/** Who may come in, what a page may do, and what a message may do to a page. */
import { createServer, request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { describe, expect, it, onTestFinished } from 'vitest';
import type { DepartureJson, MessagePageJson, ProblemJson } from '#api/types';
import { axe, fill, openPage, press, sees, startChromium, textOf } from '../support/browser';
import { startProduct, type Product } from '../support/product';
import { startSink } from '../support/sink';
import { deliver } from '../support/lmtp';
import { until } from '../support/until';

const PASSPHRASE = 'eleven lamps in a row';
const ME = { OAK_FROM: 'Ana Real <ana@real.example>', OAK_ZONE: 'Europe/Lisbon' };

async function start(kind: 'demo' | 'real', env: Record<string, string> = {}): Promise<Product> {
  const product = await startProduct(kind, env);
  onTestFinished(async () => void (product.process.exitCode === null && (await product.stop())));
  return product;
}

async function chromium() {
  const started = await startChromium();
  onTestFinished(() => started.close());
  return started;
}

describe('with a passphrase', () => {
  it('nothing of the mail is seen before signing in, by page or API; a session lasts until signing out', async () => {
    const product = await start('demo', { OAK_PASSPHRASE: PASSPHRASE, OAK_HOST: '0.0.0.0' });
    for (const path of [
      '/inbox',
      '/departures',
      '/openapi.json',
      '/changes',
      '/events',
      '/postoffice/mailboxes',
    ])
      expect((await product.api('GET', path)).status, path).toBe(401);
    const page = await fetch(`${product.origin}/inbox`, {
      redirect: 'manual',
      headers: { accept: 'text/html' },
    });
    expect([page.status, page.headers.get('location')]).toEqual([303, '/sign-in']);
    const bearer = { authorization: `Bearer ${PASSPHRASE}` };
    expect((await product.api('GET', '/inbox', undefined, bearer)).status).toBe(200);

    const browser = await chromium();
    const window = await openPage(browser, `${product.origin}/departures`);
    await sees(window, 'Passphrase');
    expect(await axe(window)).toEqual([]);
    await fill(window, 'textbox', 'Passphrase', 'something else');
    await press(window, 'button', 'Sign in');
    await sees(window, 'This is not the passphrase.');
    await fill(window, 'textbox', 'Passphrase', PASSPHRASE);
    await window.keyboard.press('Enter');
    await sees(window, 'Came back');
    expect(await window.evaluate(() => document.cookie)).toBe('');
    await press(window, 'button', 'Sign out');
    await sees(window, 'Passphrase');
    await window.goto(`${product.origin}/inbox`);
    await sees(window, 'Passphrase');
    expect(window.problems).toEqual([]);
  });
});

it('a foreign name and a foreign page get nothing, by page or API', async () => {
  const product = await start('demo');
  const ask = (path: string, headers: Record<string, string>, method = 'GET') =>
    new Promise<number>((resolve) => {
      request(product.origin + path, { method, headers }, (response) => resolve(response.statusCode!)).end();
    });
  for (const path of ['/inbox', '/api/v1/inbox', '/api/v1/changes', '/mark.svg'])
    expect(await ask(path, { host: 'rebound.example:4180' }), path).toBe(403);
  expect(await ask('/api/v1/messages', { origin: 'https://elsewhere.example' }, 'POST')).toBe(403);
  expect(await ask('/inbox', {})).toBe(200);
});

describe('a message in HTML', () => {
  /** @param elsewhere where its pictures and forms point */
  const nasty = (elsewhere: string) =>
    [
      'From: h@x.example',
      'To: ana@real.example',
      'Subject: Laid out',
      'MIME-Version: 1.0',
      'Content-Type: multipart/related; boundary=b',
      '',
      '--b',
      'Content-Type: text/html; charset=utf-8',
      '',
      '<style>h1 { color: rgb(1, 2, 3) }</style><h1>Laid out</h1>',
      '<script>top.stolen = document.cookie</script><img src=x onerror="top.stolen = 1">',
      `<img id="far" src="${elsewhere}/p.png"><img id="near" src="cid:pic">`,
      `<form action="${elsewhere}"><button>Go</button></form><meta http-equiv=refresh content="0;url=/settings">`,
      '<a href="https://museum.example/">Museum</a>',
      '--b',
      'Content-Type: image/png',
      'Content-ID: <pic>',
      'Content-Transfer-Encoding: base64',
      '',
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      '--b--',
      '',
    ].join('\r\n');

  it('is shown as laid out in a frame where nothing runs and nothing is fetched', async () => {
    const product = await start('real', ME);
    const visits: string[] = [];
    const tracker = createServer((visit, answer) => {
      visits.push(visit.url!);
      answer.end();
    });
    await new Promise<void>((resolve) => tracker.listen(0, '127.0.0.1', resolve));
    onTestFinished(() => void tracker.close());
    const elsewhere = `http://127.0.0.1:${(tracker.address() as AddressInfo).port}`;
    await product.takeIn('ana@real.example', nasty(elsewhere));
    const { body } = await product.api<MessagePageJson>('GET', '/inbox');
    const { id } = body.messages[0]!;
    const source = await fetch(`${product.origin}/api/v1/messages/${id}/html`);
    expect(source.headers.get('content-security-policy')).toMatch(/^sandbox.*default-src 'none'/);

    const browser = await chromium();
    const page = await browser.browser.newPage();
    await page.goto(`${product.origin}/inbox/${id}`, { waitUntil: 'load' });
    const frame = await until('the frame', () => page.frames().find((each) => each.url().endsWith('/html')));
    await until('the message', () => frame.$eval('h1', (each) => each.textContent).catch(() => undefined));
    expect(await frame.$eval('h1', (each) => getComputedStyle(each).color)).toBe('rgb(1, 2, 3)');
    expect(await frame.$eval('#near', (each) => (each as HTMLImageElement).naturalWidth)).toBe(1);
    expect(await frame.$eval('#far', (each) => (each as HTMLImageElement).naturalWidth)).toBe(0);
    expect(await page.evaluate(() => 'stolen' in window)).toBe(false);
    expect(visits).toEqual([]);
    expect(page.url()).toContain(`/inbox/${id}`);
    await page.locator('::-p-text(Show as plain text)').click();
    await sees(page, 'Museum [https://museum.example/]');
  });
});

describe('what is too much or too odd', () => {
  it('is refused in words, and nothing of the inside shows', async () => {
    const product = await start('real', ME);
    const huge = await product.api<ProblemJson>('POST', '/messages', { text: 'x'.repeat(26 * 1024 * 1024) });
    expect([huge.status, huge.body.detail]).toEqual([
      422,
      'The text is longer than 2 million characters; mail servers would refuse it. Shorten it.',
    ]);
    const enormous = await product.api<ProblemJson>('POST', '/messages', {
      text: 'x'.repeat(41 * 1024 * 1024),
    });
    expect([enormous.status, enormous.body.detail]).toEqual([
      413,
      'A request holds at most 40 MB. Nothing was kept of it.',
    ]);
    for (const path of ['/messages/%00', '/departures/..%2f..', '/inbox?limit=x', '/messages/%E0%A4%A']) {
      const response = await fetch(`${product.origin}/api/v1${path}`);
      expect(response.status, path).toBeGreaterThanOrEqual(400);
      expect(await response.text(), path).not.toMatch(/\bat .*\.(ts|js|mjs):\d+|node_modules|SQLITE/);
    }
    expect((await product.api('GET', '/clock')).status).toBe(200);
  });
});

it('the first page asks who I am and where, and a test message shows whether mail leaves and comes back', async () => {
  let refusing = true;
  // A mail server that knows me, once it does not refuse: it hands over what is for me, as a real one would.
  const sink = await startSink(0, {
    onRcptTo: (_address, _session, done) =>
      done(refusing ? Object.assign(new Error('5.7.1 Not from you'), { responseCode: 550 }) : undefined),
    onData(stream, session, done) {
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      const to = session.envelope.rcptTo;
      stream.on('end', () => {
        done(null, '2.0.0 Taken by the test server');
        for (const { address } of to)
          void deliver(product.lmtpPort, 'h@x.example', address, Buffer.concat(chunks).toString());
      });
    },
  });
  const product: Product = await start('real', { OAK_SMTP_URL: sink.url });
  const browser = await chromium();
  const page = await openPage(browser, `${product.origin}/inbox`);
  await page.emulateTimezone('Asia/Kathmandu');
  await page.reload();
  await sees(page, 'Welcome to Oak Lantern');
  await sees(page, 'Kathmandu', 'form');
  expect(await axe(page)).toEqual([]);
  await fill(page, 'textbox', 'Name', 'Ana Real');
  await fill(page, 'textbox', 'Address', 'ana-at-real');
  await press(page, 'button', 'Begin');
  await sees(page, 'has no @', '[role="alert"]');
  await fill(page, 'textbox', 'Address', 'ana@real.example');
  await page.keyboard.press('Enter');
  await sees(page, 'Good to have you here, Ana Real');
  const { body: settings } = await product.api('GET', '/settings');
  expect(settings).toMatchObject({ zone: 'Asia/Kathmandu', me: { address: 'ana@real.example' } });

  await press(page, 'button', 'Send me a test message');
  await sees(page, /It did not go through\. The server says: .*Not from you/);
  refusing = false;
  await press(page, 'button', 'Send another one');
  await sees(page, 'The mail server took it “250 2.0.0 Taken by the test server”.');
  await sees(page, 'And it has come back to your inbox: mail comes in as well.');
  await press(page, 'link', 'Go to the inbox');
  await sees(page, 'Oak Lantern: does the mail server work?');
  const { body: left } = await product.api<{ departures: DepartureJson[] }>('GET', '/departures?state=sent');
  expect(left.departures[0]!.recipients[0]!.address).toBe('ana@real.example');
  expect(await textOf(page)).not.toContain('undefined');
  expect(page.problems).toEqual([]);
});
