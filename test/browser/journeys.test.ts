import { describe, expect, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import type { DeparturePageJson, MessageJson, MessagePageJson } from '#api/types';
import {
  beforeCursor,
  bodyText,
  chord,
  fill,
  find,
  focusedName,
  has,
  press,
  sees,
  textOf,
  valueOf,
} from '../support/browser';
import { demoPages, write } from '../support/demo';
import type { Product } from '../support/product';
import { until } from '../support/until';

let product: Product;
const { open, mailbox, advance } = demoPages((demo) => (product = demo.product));

const pending = async () =>
  (await product.api<DeparturePageJson>('GET', '/departures?state=pending&limit=500')).body.departures;
const BELA = 'bela@wrenfield.example';
const PRAKRITI = 'prakriti@lamp-courier.example';

/** Presses Write, and waits for the new message: until it has come, the one before is still there to be typed in. */
async function newMessage(page: Page): Promise<void> {
  await press(page, 'button', 'Write');
  await page.waitForFunction(() => location.pathname === '/write');
}
const announced = (page: Page) => textOf(page, '[data-announcements]');

describe('with the mouse', () => {
  it('writes, holds, writes another meanwhile, takes the first back whole; only the other arrives', async () => {
    const page = await open('/inbox');
    await newMessage(page);
    await write(page, 'First — café ☕', 'Line one\n\nLine two', [
      ['bela', 'Bela Sousa'],
      ['prak', 'Prakriti Thapa'],
    ]);
    await press(page, 'button', 'Send, hold 90 s');
    await find(page, 'button', 'Take back, to Bela Sousa and 1 more');
    await newMessage(page);
    await write(page, 'Second', 'Other text', [['bela', 'Bela Sousa']]);
    await press(page, 'button', 'Send, hold 90 s');
    await find(page, 'button', 'Take back, to Bela Sousa');
    // Loaded again where it was written, it would be opened for editing, and stand still.
    await until(
      'the page it was written on to be left',
      () => !new URL(page.url()).pathname.startsWith('/write'),
    );

    await page.reload({ waitUntil: 'load' });
    await find(page, 'button', 'Take back, to Bela Sousa');
    const rows = await page.$$eval('[data-tray] [data-departure] strong', (all) =>
      all.map((each) => each.textContent),
    );
    expect(rows).toEqual(['Bela Sousa', 'Bela Sousa and 1 more']);

    await press(page, 'button', 'Take back, to Bela Sousa and 1 more');
    await page.waitForFunction(() => location.pathname.startsWith('/write/'));
    await until(
      'the text to be back',
      async () => (await page.$('#subject')) && (await valueOf(page, '#subject')) === 'First — café ☕',
    );
    expect(await bodyText(page)).toBe('Line one\n\nLine two');
    await sees(page, 'Prakriti Thapa', 'form');
    await sees(page, 'Bela Sousa', 'form');

    await advance({ advance: 'PT3M' });
    expect((await mailbox(BELA)).map((message) => message.subject)).toContain('Second');
    const everywhere = await Promise.all([BELA, PRAKRITI].map(mailbox));
    expect(everywhere.flat().map((message) => message.subject)).not.toContain('First — café ☕');
    await until('nothing to be held', async () => !(await page.$('[data-tray] [data-departure]')));
  });

  it('says plainly when it is too late', async () => {
    const page = await open('/write');
    await write(page, 'Too late', 'x', [['bela', 'Bela Sousa']]);
    await press(page, 'button', 'Send, hold 90 s');
    await find(page, 'button', 'Take back, to Bela Sousa');
    // The answer is on its way while the message leaves: the page has not heard of it yet.
    const [departure] = (await pending()).filter((each) => each.subject === 'Too late');
    await page.setRequestInterception(true);
    page.on('request', (request) => {
      if (!request.url().endsWith('/take-back')) return void request.continue();
      void advance({ advance: 'PT3M' }).then(() => request.continue());
    });
    await press(page, 'button', 'Take back, to Bela Sousa');
    await sees(page, 'It has already left.');
    expect((await mailbox(BELA)).filter((message) => message.subject === 'Too late')).toHaveLength(1);
    expect(departure!.state).toBe('held');
  });

  it('changes the hold in Settings at once, and refuses what is no hold', async () => {
    const page = await open('/settings/holds');
    await page.locator('::-p-text(4 min)').click();
    await sees(page, 'Sends are held 4 min from now on.');
    await page.goto(`${product.origin}/write`);
    await find(page, 'button', 'Send, hold 4 min');
    await sees(page, 'Leaves now, held 4 min.');
    await page.goto(`${product.origin}/settings/holds`);
    await fill(page, 'textbox', 'Exactly', '7');
    await press(page, 'button', 'Apply');
    await sees(page, 'A hold lasts 10 s to 120 min, or is off (0).');
    await fill(page, 'textbox', 'Exactly', '90');
    await press(page, 'button', 'Apply');
    await sees(page, 'Sends are held 90 s from now on.');
  });

  it('opens a pending one, changes text and moment, lets it go', async () => {
    const page = await open('/departures');
    await press(page, 'link', 'Lighting levels, gallery 3');
    await find(page, 'button', 'Save, still leaves Wed 22:30');
    await fill(page, 'textbox', 'Text', 'Fifty lux, no more.');
    await press(page, 'button', 'Save, still leaves Wed 22:30');
    await sees(page, 'Saved: leaves Wed 22:30.');

    await press(page, 'button', 'Move, to Ewan Tregear');
    await fill(page, 'textbox', 'Time', '10:15');
    await press(page, 'button', 'Move');
    await sees(page, 'Moved: leaves Wed 23:45.');
    await sees(page, '10:15 in Adelaide', 'table');
    await press(page, 'button', 'Undo');
    await sees(page, 'As before: leaves Wed 22:30.');

    await press(page, 'button', 'Let go now, to Ewan Tregear; takes a second press');
    await sees(page, 'Press again', 'table');
    const received = async () =>
      (await mailbox('ewan@gallery-three.example')).find(
        ({ subject }) => subject === 'Lighting levels, gallery 3',
      );
    expect(await received()).toBeUndefined();
    await press(page, 'button', 'Let go now, to Ewan Tregear; takes a second press');
    const arrived = await until('it to arrive', received);
    expect(arrived.text.trim()).toBe('Fifty lux, no more.');
    await page.goto(`${product.origin}/departures?part=left`);
    await press(page, 'link', 'Lighting levels, gallery 3');
    await sees(page, 'Let go before its moment');
    await sees(page, 'Accepted by the mail server');
  });

  it('takes one back to a draft, deletes another, and undoes that', async () => {
    const page = await open('/departures');
    await press(page, 'button', 'Delete, to Luísa Brandão');
    await sees(page, 'Deleted “Valuation for the transit cover”.');
    await until(
      'the row to be gone',
      async () => !(await has(page, 'link', 'Valuation for the transit cover')),
    );
    await press(page, 'button', 'Undo');
    await sees(page, 'It is back, as a draft.');
    await press(page, 'button', 'Take back, to Haruki Anzai');
    await page.waitForFunction(() => location.pathname.startsWith('/write/'));
    await page.goto(`${product.origin}/departures?part=drafts`);
    await sees(page, 'Valuation for the transit cover', 'table');
    await sees(page, 'Lacquer panels: courier window', 'table');
  });
});

describe('by keyboard alone', () => {
  it('sends, takes back, and the cursor is where it was', async () => {
    const page = await open('/inbox');
    await page.keyboard.press('KeyN');
    await page.waitForFunction(() => location.pathname === '/write');
    await write(page, 'Cursor', 'abcdef', [['bela', 'Bela Sousa']]);
    for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowLeft');
    await chord(page, 'Control+Enter');
    await until(
      'the focus to be in the tray',
      async () => (await focusedName(page)) === 'Take back, to Bela Sousa',
    );
    expect(await announced(page)).toMatch(/^To Bela Sousa: held until \d\d:\d\d:\d\d\. T takes it back/);
    await page.keyboard.press('KeyT');
    await page.waitForFunction(() => location.pathname.startsWith('/write/'));
    await until('the cursor to be back', () => beforeCursor(page).then((words) => words === 'abc'));
    expect(await bodyText(page)).toBe('abcdef');
    await page.keyboard.type('X');
    expect(await bodyText(page)).toBe('abcXdef');
    await chord(page, 'Alt+Shift+KeyN');
    await page.waitForFunction(() => location.pathname === '/write');
    await find(page, 'textbox', 'Text');
    await until('another text', async () => !(await bodyText(page).catch(() => 'abc')).includes('abc'));
  });

  it('schedules 08:30 in Kathmandu, sees both sides before committing, and it arrives at 02:45:00 UTC', async () => {
    const page = await open('/write');
    await write(page, 'Half past eight', 'Namaste', [['prak', 'Prakriti Thapa']]);
    await (await find(page, 'button', 'change plan')).focus();
    await page.keyboard.press('Enter');
    await page.focus('[role="radiogroup"][aria-label="Plan"] input');
    await page.keyboard.press('ArrowRight');
    // The reader's own zone is proposed.
    await sees(page, 'Kathmandu · UTC+05:45 · Prakriti Thapa', '[data-panel]');
    await fill(page, 'textbox', 'Date', '2026-11-26');
    await fill(page, 'textbox', 'Time', '8:30');
    await sees(
      page,
      /Leaves Thu 26 Nov 2026 at 02:45 your time \(Lisbon\), in .*; lands Thu at 08:30 in Kathmandu \(at work\)\./,
      'footer',
    );
    await chord(page, 'Control+Enter');
    await sees(page, 'Scheduled: leaves Thu 02:45.');
    await until('the new row to have the focus', async () => (await focusedName(page)) === 'Half past eight');
    const rail = await page.$$eval('[data-rail] ol li', (items) => items.map((item) => item.textContent));
    expect(rail).toContain('Half past eight, leaves Thu 02:45');

    await advance({ set: '2026-11-26T02:45:00Z' });
    const [received] = (await mailbox(PRAKRITI)).filter((message) => message.subject === 'Half past eight');
    expect(received).toMatchObject({ at: '2026-11-26T02:45:00.000Z' });
    expect(received!.headers).toContain('Date: Thu, 26 Nov 2026 02:45:00 +0000');
    await page.goto(`${product.origin}/postoffice?mailbox=${PRAKRITI}`);
    await sees(page, 'Received 2026-11-26 02:45:00 UTC · Thu 26 Nov 08:30:00 in Kathmandu');
  });

  it('walks the inbox, answers, and the answer to that comes into the thread', async () => {
    const page = await open('/inbox');
    await until('the list', async () => (await page.$$('[data-row]')).length > 3);
    await page.focus('[data-row]');
    const first = await focusedName(page);
    await page.keyboard.press('ArrowDown');
    expect(await focusedName(page)).not.toBe(first);
    await page.keyboard.press('ArrowUp');
    expect(await focusedName(page)).toBe(first);

    const { body } = await product.api<MessagePageJson>('GET', '/inbox');
    const asked = body.messages.find((message) => message.subject === 'Humidity logger handover')!;
    await page.focus(`[data-row="${asked.id}"]`);
    await page.keyboard.press('Enter');
    await page.waitForFunction((id) => location.pathname === `/inbox/${id}`, {}, asked.id);
    await find(page, 'heading', 'Humidity logger handover');
    await page.keyboard.press('KeyR');
    await until(
      'the answer to be begun',
      async () =>
        (await page.$('#subject')) && (await valueOf(page, '#subject')) === 'Re: Humidity logger handover',
    );
    await until('the letter to be quoted', async () =>
      (await page.$eval('[aria-label="Text"] blockquote', (quote) => quote.textContent)).includes(
        'I hand the logger over',
      ),
    );
    // However fast one was: who answers a message has it before them.
    await until('it to be new no more', async () => {
      const { unseen } = (await product.api<MessageJson>('GET', `/messages/${asked.id}`)).body;
      return !unseen;
    });
    await page.focus('[aria-label="Text"]');
    await chord(page, 'Control+Home');
    await page.keyboard.type('Ana signs.');
    await chord(page, 'Control+Enter');
    await until('it to be held', async () => (await pending()).some((each) => each.state === 'held'));
    await advance({ advance: 'P2D' });

    const [sent] = (await mailbox(PRAKRITI)).filter(
      (message) => message.direction === 'received' && message.text.startsWith('Ana signs.'),
    );
    expect(sent!.headers).toContain(`In-Reply-To: <demo.`);
    const inbox = (await product.api<MessagePageJson>('GET', '/inbox')).body.messages;
    const answers = inbox.filter((message) => message.threadId === asked.threadId && message.id !== asked.id);
    expect(answers.map((message) => message.subject)).toEqual(['Re: Humidity logger handover']);
    await page.goto(`${product.origin}/inbox/${answers[0]!.id}`);
    await sees(page, 'You, to Prakriti Thapa', 'article');
    // What I wrote stands in the thread, to be unfolded.
    await page.$eval('[data-message] button[aria-expanded="false"]', (each) => (each as HTMLElement).click());
    await until('it to be unfolded', async () => (await page.$$('article .pane')).length === 2);
  });

  it('puts a message off and finds it back at its moment', async () => {
    const { body } = await product.api<MessagePageJson>('GET', '/inbox');
    const message = body.messages.find((each) => each.subject === 'Thermal covers')!;
    const page = await open(`/inbox/${message.id}`);
    await find(page, 'heading', 'Thermal covers');
    await press(page, 'button', 'Snooze…');
    await sees(page, 'At my next start', '.ant-popover');
    await page.locator('.ant-popover [role="option"] ::-p-text(At my next start)').click();
    await sees(page, /Put off: “Thermal covers” comes back .* 09:00\./);
    await page.goto(`${product.origin}/inbox/${message.id}`);
    const { body: snoozed } = await product.api<MessagePageJson>('GET', '/snoozed');
    const moment = snoozed.messages.find((each) => each.id === message.id)!.snoozedUntil!;
    await advance({ set: moment });
    await sees(page, /Came back .*09:00/);
    const back = (await product.api<MessagePageJson>('GET', '/inbox')).body.messages.find(
      (each) => each.id === message.id,
    )!;
    expect(back.returned!.at.slice(0, 19)).toBe(moment.slice(0, 19));
    expect(back.at).toBe(message.at);
  });

  it('goes to the views by number, and lists its keys', async () => {
    const page = await open('/settings');
    await page.keyboard.press('Digit2');
    await page.waitForFunction(() => location.pathname === '/departures');
    await page.keyboard.press('Digit1');
    await page.waitForFunction(() => location.pathname === '/inbox');
    await chord(page, 'Shift+?');
    await sees(page, 'take back: the row in focus, else the newest hold');
    await page.keyboard.press('Escape');
    await chord(page, 'Alt+Shift+KeyG');
    expect(await page.evaluate(() => document.activeElement?.hasAttribute('data-rail'))).toBe(true);
  });
});

describe('before committing', () => {
  it.each([
    ['2027-03-28', '01:30', 'Lisbon', /01:30 on Sun 28 Mar 2027 does not exist in Lisbon/],
    ['2027-10-31', '01:30', 'Lisbon', /happens twice in Lisbon/],
    ['2026-11-01', '09:00', 'Lisbon', /is past, by .*Choose a later time/],
    ['2027-01-12', '23:30', 'Kathmandu', /It lands in the night of Prakriti Thapa: 23:30 in Kathmandu/],
  ])('%s %s in %s is warned of', async (date, time, city, words) => {
    const page = await open('/write');
    await write(page, 'x', 'x', [['prak', 'Prakriti Thapa']]);
    await press(page, 'button', 'change plan');
    await page.locator('::-p-text(At a time)').click();
    const zone = await find(page, 'combobox', 'Time zone');
    await zone.focus();
    await page.keyboard.type(city);
    await sees(
      page,
      city,
      '.ant-select-dropdown:not([style*="display: none"]):not(.ant-select-dropdown-hidden)',
    );
    await page.keyboard.press('Enter');
    await fill(page, 'textbox', 'Date', date);
    await fill(page, 'textbox', 'Time', time);
    await sees(page, words, 'footer');
  });

  it('a past moment is refused, the message stays', async () => {
    const page = await open('/write');
    await write(page, 'Past', 'keep me', [['prak', 'Prakriti Thapa']]);
    await press(page, 'button', 'change plan');
    await page.locator('::-p-text(At a time)').click();
    await fill(page, 'textbox', 'Date', '2026-11-02');
    await press(page, 'button', 'Schedule');
    await sees(page, 'This moment is past. Choose a later one.', 'footer');
    expect(await bodyText(page)).toBe('keep me');
  });

  it('an address that is none is named beside its field', async () => {
    const page = await open('/write');
    const field = await find(page, 'combobox', 'To');
    await field.focus();
    await page.keyboard.type('nobody at all;');
    await sees(page, '“nobody at all” has no @.', 'form');
    await page.keyboard.type('ana@x.example, "Thapa, B" <b@x.example>,');
    await sees(page, 'Thapa, B', 'form');
  });
});

it('shows what happens elsewhere without a reload, in eight windows at once', async () => {
  const windows: Page[] = [];
  for (let count = 0; count < 8; count++) windows.push(await open('/departures'));
  await Promise.all(windows.map((page) => sees(page, 'Drafts')));
  const created = await product.api<{ id: string }>('POST', '/messages', {
    to: [BELA],
    subject: 'From elsewhere',
    text: 'x',
  });
  await product.api('POST', `/messages/${created.body.id}/schedule`, { plan: { kind: 'now' } });
  await Promise.all(windows.map((page) => sees(page, 'From elsewhere', 'table')));
  await Promise.all(windows.map((page) => sees(page, 'held until', '[data-tray]')));
});

it('opens a message where it belongs, whatever the address', async () => {
  const { body: inbox } = await product.api<MessagePageJson>('GET', '/inbox');
  const { body: left } = await product.api<DeparturePageJson>('GET', '/departures?state=sent');
  const [came, went] = [inbox.messages[0]!, left.departures[0]!];
  const page = await open(`/write/${came.id}`);
  await page.waitForFunction((id) => location.pathname === `/inbox/${id}`, {}, came.id);
  await page.goto(`${product.origin}/inbox/${went.messageId}`);
  await page.waitForFunction((id) => location.pathname === `/departures/${id}`, {}, went.id);
  await page.goto(`${product.origin}/write/nothing`);
  await sees(page, 'There is no such message.');
});

it('runs sixty times as fast and still releases on the second', async () => {
  const page = await open('/postoffice');
  await page.locator('::-p-text(×60)').click();
  const created = await product.api<{ id: string }>('POST', '/messages', {
    to: [BELA],
    subject: 'Fast',
    text: 'x',
  });
  const { body } = await product.api<DeparturePageJson>('POST', `/messages/${created.body.id}/schedule`, {
    plan: { kind: 'now' },
  });
  const due = body.departures[0]!.at;
  const arrived = await until('it to arrive', async () =>
    (await mailbox(BELA)).find((message) => message.subject === 'Fast'),
  );
  expect(arrived.at).toBe(due);
  await page.locator('::-p-text(As usual)').click();
  await sees(page, 'Post office');
});
