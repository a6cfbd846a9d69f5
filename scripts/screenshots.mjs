// `npm run screenshots`: redraws docs/screenshots from a fresh demo world.
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { CHROMIUM, CHROMIUM_ARGS } from './chromium.mjs';
import { build, checkNode, installPackages } from './prepare.mjs';

checkNode();
installPackages();
build();
const { default: puppeteer } = await import('puppeteer-core');
const { generateKey } = await import('openpgp');

const OUT = 'docs/screenshots';
const WIDE = { width: 1280, height: 800 };
const NARROW = { width: 390, height: 844 };

const freePort = () =>
  new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });

const [port, lmtp] = [await freePort(), await freePort()];
const data = mkdtempSync(join(tmpdir(), 'oak-'));
const demo = spawn(process.execPath, ['dist/launcher.mjs', 'demo'], {
  env: {
    ...process.env,
    OAK_DATA: data,
    OAK_PORT: String(port),
    OAK_LMTP_PORT: String(lmtp),
    OAK_LOG: 'warn',
  },
  stdio: ['ignore', 'pipe', 'inherit'],
});
await new Promise((resolve) =>
  demo.stdout.on('data', (chunk) => chunk.toString().includes('is ready at') && resolve()),
);

const origin = `http://127.0.0.1:${port}`;
async function api(method, path, body) {
  const headers = { 'content-type': 'application/json', prefer: 'wait=30' };
  return (
    await fetch(`${origin}/api/v1${path}`, { method, headers, body: body && JSON.stringify(body) })
  ).json();
}

const browser = await puppeteer.launch({
  executablePath: CHROMIUM,
  userDataDir: join(data, 'chromium'),
  args: CHROMIUM_ARGS,
});

async function picture(name, path, { size = WIDE, steps } = {}) {
  const page = await browser.newPage();
  await page.setViewport(size);
  await page.goto(origin + path, { waitUntil: 'networkidle2' });
  await page.evaluate(() => document.fonts.ready);
  await steps?.(page);
  await sleep(400);
  await page.screenshot({ path: join(OUT, `${name}.png`) });
  await page.close();
  console.log(`${name}.png`);
}

async function pickReader(page, letters) {
  await page.focus('#to');
  await page.keyboard.type(letters, { delay: 20 });
  await page.waitForSelector('.ant-select-item-option');
  await page.keyboard.press('Enter');
}

async function writeKathmandu(page) {
  await pickReader(page, 'prak');
  await pickReader(page, 'haruki');
  await pickReader(page, 'marisol');
  await page.keyboard.press('Escape');
  await page.type('#subject', 'Crate dimensions needed before the Porto crossing');
  await page.waitForSelector('[aria-label="Text"]');
  await page.type(
    '[aria-label="Text"]',
    'Namaste Prakriti, dear Mr Anzai,\n\nthe carrier closes the manifest on Friday. Could you confirm outer dimensions and gross weight for your crates?\n\nWarmly,\nTamsin',
  );
  await page.type('[role=combobox][placeholder^="wed 9:10"]', 'wed 8:30, each where they are');
  await page.waitForFunction(() =>
    document.querySelector('footer')?.textContent?.includes('each lands at 08:30'),
  );
  await page.waitForFunction(() => document.querySelector('footer')?.textContent?.includes('Draft saved'));
  await page.focus('#subject');
}

/** A letter with a list, a file, and what the checks have to say. */
async function writeWhole(page) {
  await pickReader(page, 'haruki');
  await page.keyboard.press('Escape');
  await page.type('#subject', 'The crates for Osaka');
  await page.waitForSelector('[role="textbox"][aria-label="Text"]');
  await page.click('[role="textbox"][aria-label="Text"]');
  await page.keyboard.type(
    'Dear Mr Anzai,\nthe shippment goes in two crates:\n- the frame, 31 kg\nthe lacquer panels, 54 kg\n\n',
  );
  await page.keyboard.type('The lorry comes on ');
  await page.keyboard.down('Control');
  await page.keyboard.press('b');
  await page.keyboard.up('Control');
  await page.keyboard.type('Wednesday 3 December');
  await page.evaluate(() => {
    const files = new document.defaultView.DataTransfer();
    files.items.add(
      new document.defaultView.File(['crate;kg\n1;31\n2;54\n'], 'crates.csv', { type: 'text/csv' }),
    );
    const chooser = document.querySelector('input[aria-label="Files to attach"]');
    chooser.files = files.files;
    chooser.dispatchEvent(new document.defaultView.Event('change', { bubbles: true }));
  });
  await page.waitForFunction(() => document.body.innerText.includes('in no dictionary here'));
  await page.waitForFunction(() => document.body.innerText.includes('CSV ·'));
}

/** Changes a message elsewhere while it is being written here. */
const writeInTwoWindows = (id) => async (page) => {
  const { revision } = await api('GET', `/messages/${id}`);
  await page.waitForSelector('[aria-label="Text"]');
  await page.focus('[aria-label="Text"]');
  await page.keyboard.type('P.S. The couriers come at nine. ');
  await fetch(`${origin}/api/v1/messages/${id}`, {
    method: 'PATCH',
    headers: { 'content-type': 'application/json', 'if-match': `"${revision}"` },
    body: JSON.stringify({
      text: 'Namaste Prakriti, dear Mr Anzai,\n\noutside dimensions are enough; the carrier weighs them itself.',
      html: null,
    }),
  });
  await page.waitForFunction(() => document.body.innerText.includes('In the other window'));
};

mkdirSync(OUT, { recursive: true });
const { messages } = await api('GET', '/inbox');
const ewan = messages.find((message) => message.subject === 'Delivery window, gallery 3');
await picture('write', '/write', { steps: writeKathmandu });
await picture('write-whole', '/write', { steps: writeWhole });
const { id: held } = await api('POST', '/messages', {
  to: ['Prakriti Thapa <prakriti@lamp-courier.example>'],
  subject: 'Re: Humidity logger handover',
  text: 'Ana signs.',
});
await api('POST', `/messages/${held}/schedule`, { plan: { kind: 'now' } });
await picture('inbox', `/inbox/${ewan.id}`);
await picture('inbox-narrow', '/inbox', { size: NARROW });
const sea = messages.find(({ subject }) => subject === 'Both crates by sea');
await picture('snooze', `/inbox/${sea.id}?do=snooze`, {
  steps: (page) => page.waitForFunction(() => document.body.innerText.includes('The day before Sat 12 Dec')),
});
await picture('library', '/library');
await picture('returns', '/returns');
await picture('departures', '/departures');
const { series } = await api('GET', '/series');
const notice = series.find(({ name }) => name === 'Loan notice');
await picture('series', `/departures?part=series&series=${notice.id}`);
const { events } = await api('GET', '/events?from=2026-11-26T00:00:00Z&until=2026-11-27T00:00:00Z');
const call = events.find((each) => each.summary === 'Broker call');
await picture('calendar', `/calendar?beside=Asia/Tokyo&event=${call.id}`);
const { occasions } = await api('GET', '/occasions');
await picture('occasion', `/occasions/${occasions[0].id}`);
const { texts } = await api('GET', '/texts');
const { id: batch } = await api('POST', '/batches', {
  text: texts.find(({ name }) => name === 'Insurance value').id,
  table: [
    'email\tname\tloan number\tinsured value\twhen',
    'h.anzai@lacquer-osaka.example\tHaruki Anzai\tWF-2041\t186,000\twed 9:10, theirs',
    'luisa@seguros-brandao.example\tLuísa Brandão\tWF-2044\t92,500\tthu 9:10, theirs',
    'b.adeyemi@lagos-lenders.example\tBabatunde Adeyemi\tWF-2047\t54,000\tmon 9:10, theirs',
    'aroha@chatham-lightkeepers.example\tAroha Tuhiwai\tWF-2050\tabout 8,000\tthu 9:10, theirs',
    'ewan@gallery-three.example\tEwan Tregear\tWF-2051\t12,000\twhenever it suits',
  ].join('\n'),
});
await picture('batch', `/batches/${batch}`, {
  steps: (page) => page.waitForFunction(() => document.body.innerText.includes('rows can leave')),
});
const { departures: waiting } = await api('GET', '/departures?state=scheduled');
const customs = waiting.find((departure) => departure.subject === 'Customs packet');
await picture('pending', `/write/${customs.messageId}`);
const { messages: drafts } = await api('GET', '/messages');
const dimensions = drafts.find((draft) => draft.subject.startsWith('Crate dimensions'));
await picture('conflict', `/write/${dimensions.id}`, { steps: writeInTwoWindows(dimensions.id) });
await picture('departures-left', '/departures?part=left');
const { questions } = await api('GET', '/questions');
await picture('question', `/inbox/${questions[0].message}`);
await picture('correspondents', '/correspondents');
await api('POST', '/keys/new', { identity: null, passphrase: 'many easy words' });
const { publicKey } = await generateKey({
  userIDs: [{ name: 'Haruki Anzai', email: 'h.anzai@lacquer-osaka.example' }],
});
await api('POST', '/keys', { text: publicKey });
await picture('settings', '/settings/encryption');
await api('POST', '/clock', { set: '2026-11-25T02:45:00Z' });
await picture('post-office', '/postoffice?mailbox=prakriti%40lamp-courier.example', {
  steps: async (page) => (await page.$$('article details summary')).at(0)?.click(),
});
await browser.close();
demo.kill('SIGINT');
await new Promise((resolve) => demo.once('exit', resolve));
rmSync(data, { recursive: true, force: true });
