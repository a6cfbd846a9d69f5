/** Signed and encrypted in the interface: keys made and taken in, what is sealed opened again, what comes read. */
import { afterAll, beforeAll, describe, expect, it, onTestFinished } from 'vitest';
import type { Page } from 'puppeteer-core';
import type { DeparturePageJson, KeysJson, MessageJson, MessagePageJson, ScheduledJson } from '#api/types';
import {
  axe,
  fill,
  find,
  has,
  openPage,
  press,
  sees,
  startChromium,
  textOf,
  type Chromium,
} from '../support/browser';
import { gnuPg, type GnuPg } from '../support/gnupg';
import { freePort, startProduct, type Product } from '../support/product';
import { startSink } from '../support/sink';
import { until } from '../support/until';

const ME = 'ana@real.example';
const MAYA = 'maya@himal.example';
const WORDS = 'several easy words';

/** Where what leaves goes to, once somebody listens there. */
let serverPort: number;
let product: Product;
let chromium: Chromium;
beforeAll(async () => {
  serverPort = await freePort();
  const env = {
    OAK_FROM: `Ana Real <${ME}>`,
    OAK_ZONE: 'Europe/Lisbon',
    OAK_SMTP_URL: `smtp://127.0.0.1:${serverPort}`,
  };
  [product, chromium] = await Promise.all([startProduct('real', env), startChromium()]);
});
afterAll(async () => {
  await chromium.close();
  await product.stop();
});

async function open(path: string, problems: string[] = []) {
  const page = await openPage(chromium, product.origin + path);
  onTestFinished(() =>
    expect(page.problems.filter((each) => !problems.some((known) => each.includes(known)))).toEqual([]),
  );
  return page;
}

const keys = async () => (await product.api<KeysJson>('GET', '/keys')).body.keys;
const mine = async () => (await keys()).find((key) => key.mine);

/** It is there whatever was tried before. */
async function ownKey(): Promise<void> {
  if (await mine()) await product.api('POST', '/keys/unlock', { passphrase: WORDS });
  else await product.api('POST', '/keys/new', { identity: null, passphrase: WORDS });
}

/** Somebody with GnuPG, whose key is known here, and who knows mine. */
async function maya(): Promise<GnuPg> {
  await ownKey();
  const gpg = gnuPg();
  gpg.makeKey(`Maya Gurung <${MAYA}>`);
  for (const { id, mine: own } of await keys()) if (!own) await product.api('DELETE', `/keys/${id}`);
  await product.api('POST', '/keys', { text: gpg.publicKey(MAYA) });
  const armor = await (await fetch(`${product.origin}/api/v1/keys/${(await mine())!.id}/file`)).text();
  gpg.take(armor);
  return gpg;
}

const tomorrow = () => ({
  kind: 'at',
  local: `${new Date(Date.now() + 86_400_000).toISOString().slice(0, 10)}T08:30`,
  zone: 'Asia/Kathmandu',
});

async function sealed(subject: string): Promise<{ id: string; departure: string }> {
  const { body } = await product.api<MessageJson>('POST', '/messages', {
    to: [MAYA],
    subject,
    text: 'The price is twelve.',
    sign: true,
    encrypt: 'yes',
  });
  const made = await product.api<ScheduledJson>('POST', `/messages/${body.id}/schedule`, {
    plan: tomorrow(),
  });
  expect(made.status).toBe(200);
  return { id: body.id, departure: made.body.departures[0]!.id };
}

const lock = () => product.api('POST', '/keys/lock');

/** In the dialog that asks for it. */
async function type(page: Page, passphrase: string): Promise<void> {
  const field = await find(page, 'textbox', 'Passphrase');
  await until('it to have the focus', () => field.evaluate((each) => each === document.activeElement));
  await page.keyboard.type(passphrase);
  await page.keyboard.press('Enter');
}

const inDialog = (page: Page) => page.evaluate(() => document.querySelector('dialog[open] form') !== null);

describe('my key', () => {
  it('is made by keys, locked and opened again; axe finds nothing', async () => {
    const page = await open('/settings/encryption');
    await (await find(page, 'button', 'Make a key')).focus();
    await page.keyboard.press('Enter');
    const first = await find(page, 'textbox', 'Passphrase');
    await until('it to have the focus', () => first.evaluate((each) => each === document.activeElement));
    await page.keyboard.type('short');
    await fill(page, 'textbox', 'Once more', 'short');
    await page.keyboard.press('Enter');
    await sees(page, /at least 8 letters/, '[role=alert]');
    await fill(page, 'textbox', 'Passphrase', WORDS);
    await fill(page, 'textbox', 'Once more', WORDS);
    await page.keyboard.press('Enter');
    await sees(page, 'Open', '[aria-label="Your keys"]');
    expect(await axe(page)).toEqual([]);
    await press(page, 'button', `Lock: ${ME}`);
    await sees(page, 'Locked', '[aria-label="Your keys"]');
    await press(page, 'button', `Open…: ${ME}`);
    expect(await axe(page)).toEqual([]);
    await type(page, 'not this one');
    await sees(page, 'This is not the passphrase of any key of yours.', 'dialog[open]');
    await page.keyboard.press('Escape');
    await until('it to be gone', async () => !(await inDialog(page)));
    await press(page, 'button', `Open…: ${ME}`);
    await type(page, WORDS);
    await until('it to be open', async () => (await mine())!.open);
  });

  it('of others is pasted, and used or not', async () => {
    const gpg = gnuPg();
    gpg.makeKey(`Ram Thapa <ram@himal.example>`);
    const page = await open('/settings/encryption');
    await press(page, 'button', 'Paste it…: Add from a file…');
    await fill(page, 'textbox', 'The key as text, from “BEGIN PGP” to “END PGP”', 'no key at all');
    await press(page, 'button', 'Take it in');
    await sees(page, /no OpenPGP key|cannot be read as a key/, '[role=alert]');
    await fill(
      page,
      'textbox',
      'The key as text, from “BEGIN PGP” to “END PGP”',
      gpg.publicKey('ram@himal.example'),
    );
    await press(page, 'button', 'Take it in');
    await sees(page, 'In use', '[aria-label="Keys of others"]');
    await press(page, 'button', 'Do not use it: ram@himal.example');
    await sees(page, 'Not in use', '[aria-label="Keys of others"]');
  });
});

describe('what I write', () => {
  it('is signed and encrypted, asked for the passphrase where it is locked, and scheduled then', async () => {
    const sink = await startSink(serverPort);
    const gpg = await maya();
    await lock();
    const page = await open('/write', ['423']);
    await (await find(page, 'combobox', 'To')).focus();
    await page.keyboard.type(MAYA);
    await page.keyboard.press('Enter');
    await fill(page, 'textbox', 'Subject', 'Prices');
    await (await find(page, 'textbox', 'Text')).focus();
    await page.keyboard.type('The price is twelve.');
    await press(page, 'button', 'More about it');
    await press(page, 'checkbox', 'Signed');
    const encryption = await find(page, 'combobox', 'Encryption');
    await encryption.focus();
    await page.keyboard.press('Enter');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Enter');
    await sees(page, 'Everyone it goes to has a key: it leaves encrypted.');
    await page.keyboard.down('Control');
    await page.keyboard.press('Enter');
    await page.keyboard.up('Control');
    await type(page, WORDS);
    await sees(page, 'Prices');
    const departure = await until('it to be held, sealed', async () => {
      const { body } = await product.api<DeparturePageJson>('GET', '/departures?state=pending');
      return body.departures.find((each) => each.subject === 'Prices' && each.sealed);
    });
    await lock();
    await product.api('POST', `/departures/${departure.id}/release`, undefined, { 'if-match': '*' });
    const left = await until('it to leave', () =>
      sink.received.find((each) => /^Subject: \[\.\.\.\]/m.test(each.source)),
    );
    expect(left.source).not.toContain('twelve');
    const armor = /-----BEGIN PGP MESSAGE-----[^]*-----END PGP MESSAGE-----/.exec(left.source)![0];
    expect(gpg.status(['--decrypt'], armor)).toMatch(/GOODSIG/);
    // What it says is shown to who knows the passphrase.
    await page.goto(`${product.origin}/departures/${departure.id}`);
    await sees(page, 'It is encrypted. Type the passphrase of your key to read it.');
    await press(page, 'button', 'Type the passphrase…');
    await type(page, WORDS);
    await press(page, 'button', 'Show as plain text');
    await sees(page, 'The price is twelve.');
  });

  it('is opened to be changed with the passphrase only; left alone it goes on, sealed', async () => {
    await maya();
    const { id, departure } = await sealed('Opened again');
    await lock();
    const page = await open(`/write/${id}`, ['423']);
    await until('the passphrase to be asked for', () => inDialog(page));
    await page.keyboard.press('Escape');
    await sees(page, 'It is sealed');
    expect(await textOf(page)).not.toContain('twelve');
    expect(await axe(page)).toEqual([]);
    await press(page, 'button', 'Open it to change it');
    await type(page, WORDS);
    await until('it to be written with', () => has(page, 'textbox', 'Text'));
    await sees(page, 'The price is twelve.');
    await page.goto(`${product.origin}/departures`);
    await until('it to be sealed again', async () => {
      const { body } = await product.api<MessageJson>('GET', `/messages/${id}`);
      return (
        body.protection === 'encrypted' &&
        body.departures.find((each) => each.id === departure)?.state === 'scheduled'
      );
    });
    await sees(page, /Opened again\s+· encrypted/);
  });

  it('taken back while it is locked it is a draft that is still sealed', async () => {
    await maya();
    const { id } = await sealed('Taken back');
    await lock();
    const page = await open(`/write/${id}`, ['423']);
    await until('the passphrase to be asked for', () => inDialog(page));
    await page.keyboard.press('Escape');
    await press(page, 'button', 'Take back');
    await until('it to be a draft', async () => {
      const { body } = await product.api<MessageJson>('GET', `/messages/${id}`);
      return body.departures.every(({ state }) => state === 'draft');
    });
    await page.reload();
    await until('the passphrase to be asked for', () => inDialog(page));
    await type(page, WORDS);
    await sees(page, 'The price is twelve.');
  });
});

describe('what comes', () => {
  const from = (body: string, type: string) =>
    `From: Maya Gurung <${MAYA}>\r\nTo: ${ME}\r\nSubject: Outside\r\nMessage-ID: <${Math.random()}@himal.example>\r\nMIME-Version: 1.0\r\nContent-Type: ${type}; boundary="b"\r\n\r\n${body}`;
  const encrypted = (gpg: GnuPg, text: string) => {
    const inner = `Content-Type: text/plain; charset=utf-8; protected-headers="v1"\r\nSubject: Inside\r\n\r\n${text}\r\n`;
    const armor = gpg
      .run(['--armor', '--encrypt', '--sign', '-r', ME], inner)
      .toString()
      .replace(/\n/g, '\r\n');
    return from(
      `--b\r\nContent-Type: application/pgp-encrypted\r\n\r\nVersion: 1\r\n\r\n--b\r\nContent-Type: application/octet-stream\r\n\r\n${armor}\r\n--b--\r\n`,
      'multipart/encrypted; protocol="application/pgp-encrypted"',
    );
  };
  const newest = async () => (await product.api<MessagePageJson>('GET', '/inbox')).body.messages[0]!;

  it('is read with the passphrase, its signature told, and answered encrypted, quoting what it says', async () => {
    const gpg = await maya();
    await product.takeIn(ME, encrypted(gpg, 'The combination is 4471.'));
    await lock();
    const { id } = await newest();
    const page = await open(`/inbox/${id}`, ['423']);
    await sees(page, 'It is encrypted. Type the passphrase of your key to read it.');
    expect(await axe(page)).toEqual([]);
    await press(page, 'button', 'Type the passphrase…');
    await type(page, WORDS);
    await sees(page, 'The combination is 4471.');
    await sees(page, 'Signed by Maya Gurung, with the key you use for them.', '[role=note]');
    await sees(page, 'Inside');
    expect(await axe(page)).toEqual([]);
    await press(page, 'button', 'Answer');
    await sees(page, 'The combination is 4471.');
    await sees(page, 'encrypted');
    expect(
      await (await find(page, 'textbox', 'Subject')).evaluate((field) => (field as HTMLInputElement).value),
    ).toBe('Re: Inside');
  });

  it('a key that is attached is taken in from where it is read', async () => {
    const gpg = gnuPg();
    gpg.makeKey('Lakshmi Rai <lakshmi@himal.example>');
    const key = gpg.publicKey('lakshmi@himal.example').replace(/\n/g, '\r\n');
    await product.takeIn(
      ME,
      from(
        `--b\r\nContent-Type: text/plain\r\n\r\nMy key.\r\n--b\r\nContent-Type: application/pgp-keys; name="lakshmi.asc"\r\nContent-Disposition: attachment; filename="lakshmi.asc"\r\n\r\n${key}\r\n--b--\r\n`,
        'multipart/mixed',
      ),
    );
    const page = await open(`/inbox/${(await newest()).id}`);
    await press(page, 'button', 'Take the key in: lakshmi.asc');
    await until('it to be known', async () =>
      (await keys()).some(({ people }) => people[0]?.address === 'lakshmi@himal.example'),
    );
    await sees(page, 'The key of Lakshmi Rai is taken in.');
  });

  it('signed with a key that is not used: it says so, and it can be used from there', async () => {
    const gpg = await maya();
    const { id: hers } = (await keys()).find((key) => !key.mine)!;
    await product.api('PATCH', `/keys/${hers}`, { used: false });
    await product.takeIn(ME, encrypted(gpg, 'Doubtful.'));
    const page = await open(`/inbox/${(await newest()).id}`);
    await sees(page, /You have not said that you use it/, '[role=note]');
    await press(page, 'button', 'Use this key for them');
    await sees(page, 'Signed by Maya Gurung, with the key you use for them.', '[role=note]');
  });
});
