/** What makes a message safe in the person's hands: by the interface, against the real engine and post office. */
import { spawnSync } from 'node:child_process';
import { afterEach, describe, expect, it } from 'vitest';
import type { HTTPRequest, Page } from 'puppeteer-core';
import type {
  BackupsJson,
  DepartureJson,
  DeparturePageJson,
  HealthJson,
  MessageJson,
  MessagePageJson,
} from '#api/types';
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
import { demoPages } from '../support/demo';
import type { Product } from '../support/product';
import { until } from '../support/until';

let product: Product;
let chromium: Chromium;
const { open, mailbox, advance } = demoPages((demo) => {
  ({ product, chromium } = demo);
  return product.api('POST', '/clock', { rate: 0 });
});
afterEach(() => product.api('PUT', '/postoffice/faults', {}));

const BELA = 'bela@wrenfield.example';
const NAME = 'Bela Sousa';
/** Leaves at 02:45 in Lisbon, after everything that is done to the clock here. */
const later = { kind: 'at', local: '2026-12-09T08:30', zone: 'Asia/Kathmandu' };
const SAVE = 'Save, still leaves Wed 9 Dec 02:45';
const departure = async (id: string) => (await product.api<DepartureJson>('GET', `/departures/${id}`)).body;
const stateOf = async (id: string) => {
  const { state, pausedFor } = await departure(id);
  return [state, pausedFor].filter(Boolean).join(' ');
};
const reached = (id: string, state: string) => until(`${state}`, async () => (await stateOf(id)) === state);
const received = async (address: string, subject: string) =>
  (await mailbox(address)).filter((each) => each.subject === subject);

async function draft(subject: string, to = [BELA]): Promise<MessageJson> {
  return (await product.api<MessageJson>('POST', '/messages', { to, subject, text: 'As written.' })).body;
}

async function scheduled(subject: string, plan: object = later, to = [BELA]) {
  const { id } = await draft(subject, to);
  const answer = await product.api<DeparturePageJson>('POST', `/messages/${id}/schedule`, { plan });
  return { messageId: id, id: answer.body.departures[0]!.id };
}

describe('a pending message that is opened', () => {
  it('stands still, goes on when it is closed unchanged, and saved at its moment', async () => {
    const { id, messageId } = await scheduled('Opened');
    const page = await open(`/write/${messageId}`);
    await sees(page, 'Paused: being edited');
    await sees(page, 'It does not leave while it is open here.');
    expect(await stateOf(id)).toBe('paused editing');
    await press(page, 'link', 'Settings');
    await reached(id, 'scheduled');

    await page.goBack();
    await sees(page, 'Paused: being edited');
    await fill(page, 'textbox', 'Text', 'Said better.');
    await press(page, 'button', SAVE);
    await sees(page, 'Saved: leaves Wed 9 Dec 02:45.');
    expect(await stateOf(id)).toBe('scheduled');
    const { body } = await product.api<MessageJson>('GET', `/messages/${messageId}`);
    expect(body.text).toBe('Said better.');
  });

  it('can be saved and paused, and let go on from the list', async () => {
    const { id, messageId } = await scheduled('Saved and paused');
    const page = await open(`/write/${messageId}`);
    await sees(page, 'Paused: being edited');
    await press(page, 'button', 'Save and pause');
    await sees(page, 'Saved and paused: it leaves when you say so.');
    await sees(page, 'Needs you', 'table');
    expect(await stateOf(id)).toBe('paused me');
    await press(page, 'button', `Go on, to ${NAME}`);
    await reached(id, 'scheduled');
  });

  it('changed and left stays paused, and says so', async () => {
    const { id, messageId } = await scheduled('Left half edited');
    const page = await open(`/write/${messageId}`);
    await sees(page, 'Paused: being edited');
    await fill(page, 'textbox', 'Text', 'Half a sen');
    await press(page, 'link', 'Settings');
    await sees(page, 'It was changed and not let go, so it stays paused.');
    await reached(id, 'paused left-open');
    const { body } = await product.api<MessageJson>('GET', `/messages/${messageId}`);
    expect(body.text).toBe('Half a sen');
  });

  it('whose moment passes meanwhile asks for another on saving', async () => {
    const { id, messageId } = await scheduled('Overtaken', {
      kind: 'at',
      local: '2026-11-24T15:00',
      zone: 'Europe/Lisbon',
    });
    const page = await open(`/write/${messageId}`);
    await sees(page, 'Paused: being edited');
    await advance({ set: '2026-11-24T15:01:00Z' });
    await sees(page, 'has passed. When is it to leave?');
    expect(await received(BELA, 'Overtaken')).toEqual([]);
    // The button says what it waits for; pressed all the same, it says so in a sentence.
    await press(page, 'button', 'Choose another moment first');
    await sees(page, 'Its moment has passed meanwhile. Choose Now or another time, or save and pause.');
    expect(await stateOf(id)).toBe('paused editing');
    await page.locator('::-p-text(Now)').click();
    await press(page, 'button', 'Send, hold 90 s');
    await sees(page, 'Saved: held until');
    await reached(id, 'held');
  });

  it('in a browser that dies stays paused on top, with what was typed, and never leaves', async () => {
    const dawn = { kind: 'at', local: '2026-11-25T08:30', zone: 'Asia/Kathmandu' };
    const { id, messageId } = await scheduled('In a dying browser', dawn);
    const other = await startChromium();
    const page = await openPage(other, `${product.origin}/write/${messageId}`);
    await sees(page, 'Paused: being edited');
    await fill(page, 'textbox', 'Text', 'Typed before it died');
    await sees(page, 'Kept, not let go yet');
    other.browser.process()!.kill('SIGKILL');
    await advance({ set: '2026-11-25T03:00:00Z' });
    // The lease is counted in real time: half a minute of silence.
    await until('it to be given up', async () => (await stateOf(id)) === 'paused left-open', 120_000);
    expect(await received(BELA, 'In a dying browser')).toEqual([]);
    const { body } = await product.api<MessageJson>('GET', `/messages/${messageId}`);
    expect(body.text).toBe('Typed before it died');
    const list = await open('/departures');
    await sees(list, 'Paused: left open', 'table');
    expect((await textOf(list, 'tbody')).startsWith('Needs you')).toBe(true);
  });
});

it('a draft in a browser that dies loses nothing', async () => {
  const other = await startChromium();
  const page = await openPage(other, `${product.origin}/write`);
  await fill(page, 'textbox', 'Subject', 'Typed without a pause');
  const text = await find(page, 'textbox', 'Text');
  await text.focus();
  // Keys that keep coming: nothing ever rests for a second.
  for (let word = 0; word < 40; word++) await page.keyboard.type(`word${word} `, { delay: 15 });
  await sees(page, 'Draft saved');
  other.browser.process()!.kill('SIGKILL');
  const { body } = await product.api<MessagePageJson>('GET', '/messages');
  const kept = body.messages.find((each) => each.subject === 'Typed without a pause')!;
  const { body: whole } = await product.api<MessageJson>('GET', `/messages/${kept.id}`);
  expect(whole.text).toContain('word39');
});

/** Holds back what a page saves until the function given back is called. */
async function holdBackSaving(page: Page): Promise<() => void> {
  const held: HTTPRequest[] = [];
  let open = false;
  await page.setRequestInterception(true);
  page.on('request', (request) => {
    if (open || request.method() !== 'PATCH') void request.continue();
    else held.push(request);
  });
  return () => {
    open = true;
    for (const request of held) void request.continue();
  };
}

it('two windows on one message: the second is told, sees both versions, and chooses', async () => {
  const { id } = await draft('Two windows');
  const first = await open(`/write/${id}`);
  const second = await open(`/write/${id}`);
  await find(second, 'textbox', 'Text');
  await first.bringToFront();
  // What the first keeps reaches the server only when the second has something unsaved of its own.
  const letGo = await holdBackSaving(first);
  await fill(first, 'textbox', 'Text', 'From the first window');
  await second.bringToFront();
  await fill(second, 'textbox', 'Text', 'From the second window');
  letGo();
  // By their text: a page in the background has no accessibility tree to ask.
  const asks = async (page: Page) => (await textOf(page)).includes('In the other window');
  const told = await until('both versions', async () =>
    (await asks(second)) ? second : (await asks(first)) ? first : undefined,
  );
  await told.bringToFront();
  await sees(told, 'From the first window', '[role="alertdialog"]');
  await sees(told, 'From the second window', '[role="alertdialog"]');
  await press(told, 'button', 'Keep this one');
  const own = told === second ? 'From the second window' : 'From the first window';
  await until('the choice to be kept', async () => {
    const { body } = await product.api<MessageJson>('GET', `/messages/${id}`);
    return body.text === own;
  });
  await until('the panel to go', async () => !(await asks(told)));
});

it('deleted in another window while it is written here, it is brought back with what was typed', async () => {
  const { id } = await draft('Deleted elsewhere');
  const page = await open(`/write/${id}`);
  await find(page, 'textbox', 'Text');
  const letGo = await holdBackSaving(page);
  await fill(page, 'textbox', 'Text', 'Typed before it was gone');
  const { revision } = (await product.api<MessageJson>('GET', `/messages/${id}`)).body;
  const deleted = await product.api('DELETE', `/messages/${id}`, undefined, { 'if-match': `"${revision}"` });
  expect(deleted.status).toBe(204);
  await sees(page, 'This message is gone');
  letGo();
  await (await find(page, 'button', 'Bring it back as a draft')).focus();
  await page.keyboard.press('Enter');
  // What is kept there and what was typed here are two versions by now.
  await sees(page, 'Typed before it was gone', '[role="alertdialog"]');
  await press(page, 'button', 'Keep this one');
  await until(
    'it to be kept',
    async () =>
      (await product.api<MessageJson>('GET', `/messages/${id}`)).body.text === 'Typed before it was gone',
  );
  expect(await axe(page)).toEqual([]);
});

it('a double click schedules once', async () => {
  const page = await open('/write');
  const field = await find(page, 'combobox', 'To');
  await field.focus();
  await page.keyboard.type('bela@wrenfield.example,');
  await fill(page, 'textbox', 'Subject', 'Twice');
  await fill(page, 'textbox', 'Text', 'x');
  await press(page, 'button', 'Send, hold 90 s', { count: 2 });
  await page.waitForFunction(() => location.pathname === '/inbox');
  const { body } = await product.api<DeparturePageJson>('GET', '/departures?state=held&limit=500');
  expect(body.departures.filter((each) => each.subject === 'Twice')).toHaveLength(1);
});

it('several drafts are scheduled at once from the list, and taken back together', async () => {
  for (const subject of ['Together 1', 'Together 2']) await draft(subject);
  await draft('Together, to nobody', []);
  const page = await open('/departures?part=drafts');
  for (const subject of ['Together 1', 'Together 2', 'Together, to nobody'])
    await press(page, 'checkbox', `Choose “${subject}”`);
  await press(page, 'button', '3 drafts: Send, hold 90 s');
  await sees(page, '2 held. “Together, to nobody”: Add at least one recipient.');
  const held = async () =>
    (await product.api<DeparturePageJson>('GET', '/departures?state=held&limit=500')).body.departures.filter(
      (each) => each.subject.startsWith('Together'),
    ).length;
  expect(await held()).toBe(2);
  await press(page, 'button', 'Undo');
  await sees(page, 'They are drafts again.');
  expect(await held()).toBe(0);
});

it('too late to take back: one key writes a correction in the same thread', async () => {
  const { id, messageId } = await scheduled('Wrong figures');
  await product.api('POST', `/departures/${id}/release`);
  await reached(id, 'sent');
  const page = await open('/departures?part=left');
  const row = await find(page, 'link', 'Wrong figures');
  await row.focus();
  await page.keyboard.press('KeyC');
  await page.waitForFunction(() => location.pathname.startsWith('/write'));
  await find(page, 'button', 'Send, hold 90 s');
  await sees(page, NAME, 'form');
  await fill(page, 'textbox', 'Text', 'The right ones.');
  await sees(page, 'Draft saved');
  const sent = (await product.api<MessageJson>('GET', `/messages/${messageId}`)).body;
  const correction = sent.thread.find((each) => each.subject === 'Re: Wrong figures');
  expect(correction?.to.map(({ address }) => address)).toEqual([BELA]);
});

describe('what stands in the way is said', () => {
  it('one of three refused: Sent to 2 of 3, who, why, and what to do', async () => {
    await product.api('PUT', '/postoffice/faults', { refuse: ['gone@wrenfield.example'] });
    const to = [BELA, 'second@wrenfield.example', 'gone@wrenfield.example'];
    const { id } = await scheduled('To three', later, to);
    await product.api('POST', `/departures/${id}/release`);
    await reached(id, 'sent');
    await product.api('PUT', '/postoffice/faults', {});
    const page = await open(`/departures/${id}`);
    await sees(page, 'Sent to 2 of 3');
    await sees(page, /5\.1\.1 No mailbox gone@wrenfield\.example here/);
    await sees(page, 'Check the address.');
    await press(page, 'button', 'Write again to the one it did not reach');
    await find(page, 'button', 'Send, hold 90 s');
    await sees(page, 'gone@wrenfield.example', 'form');
    expect(await textOf(page, 'form')).not.toContain('second@wrenfield.example');
  });

  it('a mail server that is down: one banner, tried now by hand', async () => {
    const page = await open('/departures');
    await product.api('PUT', '/postoffice/faults', { downMinutes: 60 });
    const { id } = await scheduled('While it is down');
    await product.api('POST', `/departures/${id}/release`);
    await sees(page, /The mail server .* cannot be reached/, '[role="alert"]');
    await sees(page, 'Waits for the mail server', 'table');
    await product.api('PUT', '/postoffice/faults', {});
    await press(page, 'button', 'Try now');
    await reached(id, 'sent');
    await until('the banner to go', async () => !(await has(page, 'button', 'Try now')));
  });

  it('a delay: told at once, on whatever view', async () => {
    const page = await open('/settings');
    await product.api('PUT', '/postoffice/faults', { greylist: ['*'] });
    const { id } = await scheduled('Greylisted');
    // Told is what happens to what the page knows of.
    await sees(page, /Greylisted, leaves/);
    await product.api('POST', `/departures/${id}/release`);
    await sees(page, /delayed, tried again .*Greylisted, try again/);
    await product.api('PUT', '/postoffice/faults', {});
    await press(page, 'button', 'Look');
    await sees(page, 'Scheduled: attempt 2', 'table');
  });

  it('an engine that does not run: a banner, and what fell due meanwhile is late, not lost', async () => {
    const { id } = await scheduled('While the engine stood', {
      kind: 'at',
      local: '2026-11-26T09:00',
      zone: 'Europe/Lisbon',
    });
    const page = await open('/inbox');
    const { stdout } = spawnSync('ps', ['-o', 'pid=,args=', '--ppid', String(product.process.pid)], {
      encoding: 'utf8',
    });
    const engine = Number(/^\s*(\d+) .*engine\.mjs/m.exec(stdout)![1]);
    process.kill(engine, 'SIGSTOP');
    try {
      await sees(page, 'The engine is not running');
      const { body } = await product.api<HealthJson>('GET', '/health');
      expect(body.engine.running).toBe(false);
      // Time does not wait for it.
      await product.api('POST', '/clock', { set: '2026-11-26T09:30:00Z' });
      expect(await stateOf(id)).toBe('scheduled');
    } finally {
      process.kill(engine, 'SIGCONT');
    }
    await reached(id, 'sent');
    expect(Date.parse((await departure(id)).leftAt!)).toBeGreaterThanOrEqual(
      Date.parse('2026-11-26T09:30:00Z'),
    );
    await until('the banner to go', async () => !(await textOf(page)).includes('The engine is not running'));
  });
});

it('nothing moves under the focus: what is new waits until it is asked for', async () => {
  const moment = { kind: 'at', local: '2026-11-26T10:30', zone: 'Europe/Lisbon' };
  await scheduled('Steady', moment);
  const page = await open('/departures');
  const row = await find(page, 'link', 'Steady');
  await row.focus();
  // Only the rows in view are drawn, and a few beyond: those down to it are what it is about.
  const downToIt = async () => {
    const all = await textOf(page, 'table');
    return all.slice(0, all.indexOf('Steady'));
  };
  // Going there may draw others: once that has come to rest.
  let before = '';
  await until('the rows to rest', async () => {
    const now = await downToIt();
    const rests = now === before;
    before = now;
    return rests;
  });
  await scheduled('Earlier than steady', { ...moment, local: '2026-11-26T10:00' });
  await sees(page, '1 change, press to show');
  expect(await downToIt()).toBe(before);
  await press(page, 'button', '1 change, press to show');
  await sees(page, 'Earlier than steady', 'table');
});

it('ten windows stay live over one connection', async () => {
  const windows = [];
  for (let count = 0; count < 10; count++) windows.push(await open('/departures'));
  for (const page of windows) await sees(page, 'Pending', 'main');
  // Soon, so that it stands among the rows that are drawn.
  const { body: clock } = await product.api<{ now: string }>('GET', '/clock');
  const soon = new Date(Date.parse(clock.now) + 600_000).toISOString().slice(0, 16);
  await scheduled('Seen in ten windows', { kind: 'at', local: soon, zone: 'Etc/UTC' });
  await Promise.all(windows.map((page) => sees(page, 'Seen in ten windows', 'table')));
  const workers = chromium.browser.targets().filter((target) => String(target.type()) === 'shared_worker');
  expect(workers).toHaveLength(1);
});

it('a backup is made in Settings by keys, stands in the list, and is kept by days', async () => {
  const page = await open('/settings/server');
  await sees(page, 'There is none yet.');
  await (await find(page, 'button', 'Back up now')).focus();
  await page.keyboard.press('Enter');
  await sees(page, 'read whole and found sound', '[aria-label="Notice"]');
  await until('it to be listed', async () => (await page.$$('[aria-label="Backups"] li')).length === 1);
  const { body } = await product.api<BackupsJson>('GET', '/backups');
  expect(body.backups).toHaveLength(1);
  // Followed by whoever looks from another window.
  const other = await open('/settings/server');
  await until(
    'it to be listed there',
    async () => (await other.$$('[aria-label="Backups"] li')).length === 1,
  );
  await product.api('PATCH', '/settings', { keepBackups: 0 });
  await sees(other, 'None by themselves');
  expect(await axe(other)).toEqual([]);
});
