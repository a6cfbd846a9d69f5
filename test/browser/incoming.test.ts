/** Deciding on what came in: by keyboard alone, and with mail made to do harm. */
import { mkdtempSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it, onTestFinished } from 'vitest';
import type { Page } from 'puppeteer-core';
import type { MessageJson, SearchJson, ThreadPageJson } from '#api/types';
import { axe, chord, fill, find, press, sees, textOf } from '../support/browser';
import { demoPages } from '../support/demo';
import { hostileMail } from '../support/hostile';
import { mailOf } from '../support/mail';
import type { Product } from '../support/product';
import { until } from '../support/until';

let product: Product;
const { open, advance } = demoPages(async (demo) => {
  product = demo.product;
  // What happens is what a test does.
  await product.api('POST', '/clock', { rate: 0 });
});

const ME = 'registrar@wrenfield.example';
const inbox = async () => (await product.api<ThreadPageJson>('GET', '/inbox?limit=500')).body;
const message = async (id: string) => (await product.api<MessageJson>('GET', `/messages/${id}`)).body;
const found = async (q: string) =>
  (await product.api<SearchJson>('GET', `/search?q=${encodeURIComponent(q)}`)).body.hits.map(
    (hit) => hit.message,
  );
/** How often each subject has come: a test that is tried again is not to get what it had dealt with. */
const times = new Map<string, number>();
const idOf = (name: string) => `${name}${times.get(name) ?? ''}`;
const receive = async (
  subject: string,
  { re, ...more }: { re?: string; from?: string; text?: string } = {},
) => {
  const name = subject.replace(/\W/g, '');
  times.set(name, (times.get(name) ?? 0) + 1);
  const bytes = mailOf({ id: idOf(name), subject, to: ME, ...(re && { re: idOf(re) }), ...more });
  await product.takeIn(ME, bytes.toString());
  const all = await found(`subject:"${subject}"`);
  return all.reduce((newest, each) => (each.at > newest.at ? each : newest));
};
/** The row in focus, by its subject. */
const focusedSubject = (page: Page) =>
  page.evaluate(() => document.activeElement?.getAttribute('data-row') ?? '');
const openSubject = (page: Page) => page.$eval('#subject', (each) => each.textContent).catch(() => '');
const notice = (page: Page, words: string | RegExp) => sees(page, words, '[aria-label="Notice"]');

/** Opens the inbox and puts the focus on a message’s row. */
async function inboxAt(id: string): Promise<Page> {
  const page = await open(`/inbox/${id}`);
  await until('its row', async () => page.$(`[data-row="${id}"]`));
  await page.$eval(`[data-row="${id}"]`, (row) => (row as HTMLElement).focus());
  return page;
}

describe('by keyboard alone', () => {
  it('ten messages are dealt with, each with one key, the next one in focus; and taken back', async () => {
    const before = (await inbox()).messages;
    const page = await inboxAt(before[0]!.id);
    await page.keyboard.press('Enter');
    await until('it to be open', async () => (await openSubject(page)) === before[0]!.subject);
    await page.$eval(`[data-row="${before[0]!.id}"]`, (row) => (row as HTMLElement).focus());
    const dealt: string[] = [];
    for (let n = 0; n < 10; n++) {
      const rows = (await inbox()).messages;
      const current = rows.find(({ id }) => page.url().includes(id)) ?? rows[0]!;
      dealt.push(current.id);
      if (n % 3 === 2) {
        await page.keyboard.press('s');
        const field = await find(page, 'combobox', 'Put off until, in words');
        await until('the field to have the focus', () =>
          field.evaluate((each) => each === document.activeElement),
        );
        await sees(page, 'At my next start', '.ant-popover');
        await page.keyboard.type('2');
        await page.keyboard.press('Enter');
      } else await page.keyboard.press('a');
      await until(`no. ${n} to be gone`, async () =>
        (await inbox()).messages.every(({ id }) => id !== current.id),
      );
      // The next one is open, and its row has the focus: the keys go on without a look for it.
      await until('the next in focus', async () => {
        const focused = await focusedSubject(page);
        return focused !== '' && focused !== current.id && page.url().includes(focused);
      });
    }
    expect(new Set(dealt).size).toBe(10);
    // What the demo itself brings back meanwhile is no matter.
    const left = new Set((await inbox()).messages.map(({ id }) => id));
    for (const { id } of before) expect(left.has(id), id).toBe(!dealt.includes(id));
    // The last one comes back by the notice.
    await press(page, 'button', 'Undo');
    await until('the last to be back', async () =>
      (await inbox()).messages.some(({ id }) => id === dealt[9]),
    );
    const states = await Promise.all(dealt.slice(0, 9).map(async (id) => (await message(id)).place));
    expect(states.filter((place) => place === 'snoozed')).toHaveLength(3);
    await product.api('POST', '/messages/bulk', {
      ids: dealt.filter((_, n) => n % 3 !== 2),
      action: 'inbox',
    });
  });

  it('several are chosen and archived together, and put back', async () => {
    const [a, b] = [await receive('Chosen one'), await receive('Chosen two')];
    const page = await inboxAt(a.id);
    await page.keyboard.press('Space');
    await page.$eval(`[data-row="${b.id}"]`, (row) => (row as HTMLElement).focus());
    await page.keyboard.press('Space');
    await sees(page, '2 chosen');
    await page.keyboard.press('a');
    await notice(page, 'Archived: 2 threads.');
    expect([(await message(a.id)).place, (await message(b.id)).place]).toEqual(['archive', 'archive']);
    await press(page, 'button', 'Undo');
    await until('both to be back', async () => (await message(b.id)).place === 'inbox');
  });

  it('Ctrl Z takes back the latest, and again the one before, exactly, whatever view one is on by then', async () => {
    const [a, b] = [await receive('Undone one'), await receive('Undone two')];
    await product.api('POST', `/messages/${b.id}/snooze`, {
      phrase: 'in 3 days',
      note: 'bond',
      early: false,
    });
    const before = (await message(b.id)).snooze;
    const page = await inboxAt(a.id);
    await page.keyboard.press('a');
    await notice(page, 'Archived: “Undone one”.');
    await page.goto(`${product.origin}/inbox/${b.id}`, { waitUntil: 'load' });
    // What was done before the page was loaded anew is in another history.
    await chord(page, 'Control+z');
    expect((await message(a.id)).place).toBe('archive');
    await press(page, 'button', 'Bring back now');
    await notice(page, '“Undone two” is back in the inbox.');
    await page.keyboard.press('a');
    await notice(page, 'Archived: “Undone two”.');
    // On another view, past another notice.
    await page.keyboard.press('3');
    await page.waitForFunction(() => location.pathname === '/returns');
    await chord(page, 'Control+z');
    await notice(page, 'Undone: archiving “Undone two”.');
    expect((await message(b.id)).place).toBe('inbox');
    await chord(page, 'Control+z');
    await notice(page, 'Undone: bringing back “Undone two”.');
    expect(await message(b.id)).toMatchObject({ place: 'snoozed', snooze: before });
    // Both at once, faster than they are answered, and while the act is still under way.
    await page.keyboard.press('1');
    await page.waitForFunction(() => location.pathname.startsWith('/inbox'));
    await page.goto(`${product.origin}/inbox/${b.id}`, { waitUntil: 'load' });
    await press(page, 'button', 'Bring back now');
    await notice(page, '“Undone two” is back in the inbox.');
    await page.keyboard.press('a');
    await chord(page, 'Control+z');
    await chord(page, 'Control+z');
    await notice(page, 'Undone: bringing back “Undone two”.');
    expect(await message(b.id)).toMatchObject({ place: 'snoozed', snooze: before });
    // In a field it is the field's own.
    await page.keyboard.press('1');
    await until('the place to write', () => page.$('[data-find]'));
    await page.keyboard.press('/');
    await page.keyboard.type('abc');
    await chord(page, 'Control+z');
    expect((await message(b.id)).place).toBe('snoozed');
  });

  it('keys are for the row in focus, which is what is read, and for what is chosen before that', async () => {
    const [a, b, c] = [
      await receive('In focus one'),
      await receive('In focus two'),
      await receive('In focus three'),
    ];
    const page = await inboxAt(a.id);
    await until('it to be read', async () => (await openSubject(page)) === 'In focus one');
    const focusOn = (id: string) => page.$eval(`[data-row="${id}"]`, (row) => (row as HTMLElement).focus());
    // At once, before what is read could follow.
    await focusOn(b.id);
    await page.keyboard.press('a');
    await notice(page, 'Archived: “In focus two”.');
    expect([(await message(a.id)).place, (await message(b.id)).place]).toEqual(['inbox', 'archive']);
    // What is read follows the focus, once it rests.
    await focusOn(c.id);
    await until('it to be read', async () => (await openSubject(page)) === 'In focus three');
    expect(await focusedSubject(page)).toBe(c.id);
    expect(page.url()).toContain(c.id);
    // Looked at for a moment it is new no more.
    await until('it to have been seen', async () => !(await message(c.id)).unseen);
    // What is chosen goes first, whatever is in focus or read.
    await page.keyboard.press('Space');
    await sees(page, '1 chosen');
    await focusOn(a.id);
    await until('it to be read', async () => (await openSubject(page)) === 'In focus one');
    await page.keyboard.press('v');
    await notice(page, 'Marked as new: “In focus three”.');
    await until('it to be new', async () => (await message(c.id)).unseen);
    await page.keyboard.press('a');
    await notice(page, 'Archived: “In focus three”.');
    expect([(await message(a.id)).place, (await message(c.id)).place]).toEqual(['inbox', 'archive']);
    await focusOn(a.id);
    await page.keyboard.press('r');
    await page.waitForFunction((id) => location.search.includes(`answers=${id}`), {}, a.id);
  });

  it('what is typed into Find stays there, and keys are for the found row in focus', async () => {
    const subjects = ['Desk search alpha', 'Desk search beta'];
    const all = [await receive(subjects[0]!), await receive(subjects[1]!)];
    const before = (await inbox()).total;
    const page = await open('/inbox');
    await find(page, 'combobox', 'Find messages');
    await until('the rows', () => page.$('[data-row]'));
    // An arrow goes into the list before anything has the focus.
    await page.evaluate(() => (document.activeElement as HTMLElement).blur());
    await page.keyboard.press('ArrowDown');
    await until('a row in focus', async () => (await focusedSubject(page)) !== '');
    await page.keyboard.press('/');
    // Slowly enough for what is found to be drawn, and read beside, between the letters.
    await page.keyboard.type('desk search', { delay: 60 });
    await sees(page, '2 found');
    const field = () =>
      page.evaluate(() => [
        document.activeElement?.hasAttribute('data-find'),
        (document.activeElement as HTMLInputElement).value,
      ]);
    expect(await field()).toEqual([true, 'desk search']);
    expect(page.url()).not.toMatch(/write|departures/);
    expect((await inbox()).total).toBe(before);
    const wanted = all[0]!;
    await until('its row', () => page.$(`[data-row="${wanted.id}"]`));
    await page.$eval(`[data-row="${wanted.id}"]`, (row) => (row as HTMLElement).focus());
    await page.keyboard.press('a');
    await notice(page, 'Archived: “Desk search alpha”.');
    expect((await message(all[1]!.id)).place).toBe('inbox');
  });

  it('a walk through what was found opens nothing elsewhere, and the next key is not called back', async () => {
    const read = await receive('Walked past');
    const to = ['bela@wrenfield.example'];
    const draft = (
      await product.api<MessageJson>('POST', '/messages', { to, subject: 'Walked past, my draft' })
    ).body;
    const page = await open('/inbox');
    await until('the rows', () => page.$('[data-row]'));
    await page.keyboard.press('/');
    await page.keyboard.type('walked past');
    await until(
      'both rows',
      async () => (await page.$(`[data-row="${draft.id}"]`)) && page.$(`[data-row="${read.id}"]`),
    );
    const focusOn = (id: string) => page.$eval(`[data-row="${id}"]`, (row) => (row as HTMLElement).focus());
    await focusOn(draft.id);
    await focusOn(read.id);
    await until('the other to be read', async () => (await openSubject(page)) === 'Walked past');
    await focusOn(draft.id);
    await focusOn(read.id);
    // Before what is read could follow: it does not call back who goes on.
    await page.keyboard.press('2');
    await page.waitForFunction(() => location.pathname === '/departures');
    await page.keyboard.press('1');
    await page.waitForFunction(() => location.pathname.startsWith('/inbox'));
    expect((await message(draft.id)).subject).toBe('Walked past, my draft');
  });

  it('keys go by their letter, do nothing while held down or behind a dialog', async () => {
    const [a, b] = [await receive('By letter one'), await receive('By letter two')];
    const page = await inboxAt(a.id);
    // As a French keyboard has it: A where others have Q, and Q where they have A.
    const tap = (key: string, code: string, more: object = {}) =>
      page.evaluate(
        (init) =>
          void document.activeElement!.dispatchEvent(
            new KeyboardEvent('keydown', { ...init, bubbles: true, cancelable: true }),
          ),
        { key, code, ...more },
      );
    await tap('q', 'KeyA');
    await tap('a', 'KeyQ', { repeat: true });
    await page.keyboard.press('?');
    await sees(page, 'archive', 'dialog[open]');
    await tap('a', 'KeyQ');
    await chord(page, 'Alt+Shift+a');
    await page.keyboard.press('Escape');
    await until('the list of keys to be gone', async () => (await page.$('dialog[open]')) === null);
    await page.$eval(`[data-row="${a.id}"]`, (row) => (row as HTMLElement).focus());
    expect((await message(a.id)).place).toBe('inbox');
    await tap('a', 'KeyQ');
    await notice(page, 'Archived: “By letter one”.');
    expect([(await message(a.id)).place, (await message(b.id)).place]).toEqual(['archive', 'inbox']);
  });

  it('one is put off by a phrase, found meanwhile, comes back on the second, and is said to', async () => {
    const { id } = await receive('Bond papers');
    const page = await inboxAt(id);
    await page.keyboard.press('s');
    await sees(page, 'Put off until', '.ant-popover');
    await fill(page, 'textbox', 'Note to myself', 'ask about the bond');
    const field = await find(page, 'combobox', 'Put off until, in words');
    await field.focus();
    await page.keyboard.type('tomorrow 9:10');
    await sees(page, 'at 09:10 your time', '.ant-popover');
    await page.keyboard.press('Enter');
    await notice(page, /Put off: “Bond papers” comes back .*09:10/);
    const kept = await message(id);
    expect(kept).toMatchObject({ place: 'snoozed', snooze: { note: 'ask about the bond', times: 1 } });

    await page.keyboard.press('/');
    await page.keyboard.type('bond state:snoozed');
    await sees(page, /1 found|2 found|3 found/);
    await sees(page, 'Bond papers', '[aria-label="Messages found"]');
    await sees(page, /until .*09:10/, '[aria-label="Messages found"]');
    expect(await axe(page)).toEqual([]);
    await page.keyboard.press('Escape');

    const returns = await open('/returns');
    await sees(returns, 'Bond papers', '[aria-label="What comes back"]');
    await advance({ set: kept.snoozedUntil! });
    await sees(page, 'Bond papers: ask about the bond', '[data-tray]');
    const back = await message(id);
    expect([back.place, back.returned!.at]).toEqual(['inbox', kept.snoozedUntil]);
    await until('it to stand on top', async () => (await inbox()).messages[0]!.id === id);
    expect(await textOf(page, '[data-announcements]')).toContain('Bond papers');
  });

  it('one that is put off comes back early when somebody answers, saying who', async () => {
    const { id } = await receive('Early bird');
    await product.api('POST', `/messages/${id}/snooze`, { phrase: 'in 5 days' });
    const page = await open('/inbox');
    await find(page, 'combobox', 'Find messages');
    await receive('Re: Early bird', { re: 'Earlybird', from: 'Mina Vale <mina@x.example>' });
    await sees(page, 'Mina Vale has answered', '[data-tray]');
    expect((await message(id)).returned).toMatchObject({ kind: 'answer', from: 'Mina Vale' });
    await sees(page, 'Mina Vale has answered, before', '[aria-label="Messages"]');
  });

  it('a to-do is made by one key, says what follows, reminds at its moment, and is done', async () => {
    const { id } = await receive('Crates by sea', { text: 'They arrive on 18 December.' });
    const page = await inboxAt(id);
    await page.keyboard.press('Enter');
    await until('it to be open', async () => (await openSubject(page)) === 'Crates by sea');
    await page.keyboard.press('d');
    await sees(page, 'Before Fri 18 Dec, which it speaks of', '.ant-popover');
    await until('an offer in focus', () =>
      page.evaluate(() => /day ends/.test(document.activeElement?.textContent ?? '')),
    );
    await page.keyboard.press('2');
    await notice(page, /To-do: Answer by/);
    const { todo } = await message(id);
    await sees(page, /Answer by .* · reminder/, 'article');

    await page.keyboard.press('d');
    const due = await find(page, 'textbox', 'Due day');
    await due.focus();
    await page.keyboard.down('Control');
    await page.keyboard.press('KeyA');
    await page.keyboard.up('Control');
    await page.keyboard.type('16 Dec 2026');
    await page.keyboard.press('Enter');
    await notice(page, /The reminder moves along, to Wed 16 Dec/);
    const moved = (await message(id)).todo!;
    expect(moved.id).toBe(todo!.id);
    await advance({ set: moved.remindAt! });
    await sees(page, 'answer: Crates by sea', '[data-tray]');
    expect((await message(id)).returned).toMatchObject({ at: moved.remindAt, kind: 'to-do' });

    const returns = await open('/returns');
    await sees(returns, 'Answer by Wed 16 Dec', '[aria-label="To-dos"]');
    expect(await axe(returns)).toEqual([]);
    const done = await returns.$(`tr:has([data-row="${moved.id}"]) button[aria-label="Done: answer"]`);
    await done!.focus();
    await returns.keyboard.press('Enter');
    await notice(returns, 'Done: answer.');
    await until('it to be done', async () => (await message(id)).todo === null);
  });

  it('what went off while nobody looked is gathered into one notice', async () => {
    const ids = await Promise.all(['Gather one', 'Gather two', 'Gather three'].map((each) => receive(each)));
    for (const { id } of ids) await product.api('POST', `/messages/${id}/snooze`, { phrase: 'in 2 h' });
    await advance({ advance: 'PT3H' });
    const page = await open('/departures');
    await sees(page, '3 came back or are to be done', '[data-tray]');
    const announced = await page.$eval('[data-announcements]', (each) =>
      each.getAttribute('data-announcements'),
    );
    expect(Number(announced)).toBeLessThanOrEqual(1);
    for (const each of ['Gather one', 'Gather two', 'Gather three']) await sees(page, each, '[data-tray]');
    await press(page, 'button', 'Close');
    await page.reload();
    await find(page, 'button', 'Write');
    expect(await page.$('[data-tray] [data-reminder]')).toBeNull();
  });

  it('what I sent can be put off, and comes into the inbox', async () => {
    const { body: left } = await product.api<{ departures: { id: string; messageId: string }[] }>(
      'GET',
      '/departures?state=sent&order=latest&limit=1',
    );
    const { id, messageId } = left.departures[0]!;
    const page = await open(`/departures/${id}`);
    await sees(page, 'History');
    await page.keyboard.press('s');
    const field = await find(page, 'combobox', 'Put off until, in words');
    await field.focus();
    await page.keyboard.type('in 2 h');
    await sees(page, 'your time', '.ant-popover');
    await page.keyboard.press('Enter');
    await notice(page, /Put off:/);
    await advance({ set: (await message(messageId)).snoozedUntil! });
    const back = await open(`/inbox/${messageId}`);
    await sees(back, 'You wrote this to', 'article');
    await sees(back, 'you put this off', 'article');
  });
});

it('on a narrow screen a pull uncovers named buttons, does nothing by itself, and leaves the list where it is', async () => {
  const page = await open('/inbox');
  await page.setViewport({ width: 390, height: 844, hasTouch: true, isMobile: true });
  await page.reload();
  const row = await until('a row', () => page.$('[data-row]'));
  const id = await row.evaluate((each) => each.getAttribute('data-row')!);
  const box = (await row.boundingBox())!;
  const y = box.y + 20;
  await page.touchscreen.touchStart(box.x + 60, y);
  for (let x = 80; x < 240; x += 20) await page.touchscreen.touchMove(box.x + x, y);
  await page.touchscreen.touchEnd();
  const { subject } = await message(id);
  await find(page, 'button', `Snooze: “${subject}”`);
  const archive = await find(page, 'button', `Archive: “${subject}”`);
  expect((await message(id)).place).toBe('inbox');
  expect(await axe(page)).toEqual([]);
  await archive.click();
  await until('it to be archived', async () => (await message(id)).place === 'archive');
  expect(new URL(page.url()).pathname).toBe('/inbox');
});

describe('past mail', () => {
  it('is taken in from files, found, and archived mail is put back', async () => {
    const page = await open('/archive');
    const input = await until('the field', () => page.$('input[aria-label="Mail files"]'));
    const folder = mkdtempSync(join(tmpdir(), 'oak-mail-'));
    const file = join(folder, 'old.mbox');
    const one = (n: number) =>
      `From a@x Tue Nov 24 14:24:00 2026\n${mailOf({
        id: `old${n}`,
        subject: `Old ${n}`,
        date: `Tue, ${n + 1} Sep 2020 10:00:00 +0000`,
      })
        .toString()
        .replaceAll('\r\n', '\n')}\n\n`;
    writeFileSync(file, one(1) + one(2) + 'From x\nnot a message\n\n' + one(3));
    await input.uploadFile(file);
    await sees(page, /old\.mbox: 3 taken in, 1 could not be read/);
    await sees(page, 'none of the header fields');
    expect(await axe(page)).toEqual([]);
    await page.keyboard.press('/');
    await page.keyboard.type('old before:2021-01-01');
    await sees(page, '3 found');
  });
});

describe('mail made to do harm', () => {
  it('runs nothing, asks nobody for anything, and is all there', async () => {
    const visits: string[] = [];
    const far = createServer((visit, answer) => {
      visits.push(visit.url!);
      answer.end();
    });
    await new Promise<void>((resolve) => far.listen(0, '127.0.0.1', resolve));
    onTestFinished(() => void far.close());
    const origin = `http://127.0.0.1:${(far.address() as AddressInfo).port}`;
    const all = hostileMail(origin).filter(
      // The longest are read elsewhere; here it is about what a browser does.
      ({ bytes }) => bytes.length > 0 && bytes.length < 300_000,
    );
    const before = (await inbox()).total;
    for (const { bytes } of all) await product.takeIn(ME, bytes.toString('latin1'));

    const page = await open('/inbox');
    const away: string[] = [];
    page.on('request', (request) => {
      const url = request.url();
      if (!url.startsWith(product.origin) && !/^(data|about|blob):/.test(url)) away.push(url);
    });
    const ids: string[] = [];
    for (let cursor: string | null = ''; cursor !== null;) {
      const { body }: { body: ThreadPageJson } = await product.api<ThreadPageJson>(
        'GET',
        `/inbox?order=time&limit=500${cursor && `&cursor=${cursor}`}`,
      );
      for (const { id } of body.messages) ids.push(id);
      cursor = body.cursor;
    }
    // Some answer each other by their ids, and are threads together.
    expect(ids.length - before).toBeGreaterThan(180);
    const inHtml: string[] = [];
    for (const id of ids) if ((await message(id)).layout) inHtml.push(id);
    expect(inHtml.length).toBeGreaterThan(120);
    // In frames as the reading pane has them, many at a time; then some in the reading pane itself.
    for (let from = 0; from < inHtml.length; from += 20)
      await page.evaluate(
        (some) =>
          Promise.all(
            some.map(
              (id) =>
                new Promise((resolve) => {
                  const frame = document.createElement('iframe');
                  frame.setAttribute('sandbox', 'allow-popups allow-popups-to-escape-sandbox');
                  frame.src = `/api/v1/messages/${id}/html`;
                  frame.onload = () => setTimeout(() => (frame.remove(), resolve(null)), 60);
                  document.body.append(frame);
                }),
            ),
          ).then(() => undefined),
        inHtml.slice(from, from + 20),
      );
    for (const id of inHtml.slice(0, 12)) {
      await page.goto(`${product.origin}/inbox/${id}`, { waitUntil: 'load' });
      await until('the frame', () => page.frames().find((each) => each.url().includes('/html')));
    }
    expect(await page.evaluate(() => 'stolen' in window)).toBe(false);
    expect(page.url()).toContain('/inbox/');
    expect(visits).toEqual([]);
    expect(away).toEqual([]);
  });

  it('has its pictures fetched when that is asked, once or for their sender', async () => {
    const visits: string[] = [];
    const far = createServer((visit, answer) => {
      visits.push(visit.url!);
      answer.end();
    });
    await new Promise<void>((resolve) => far.listen(0, '127.0.0.1', resolve));
    onTestFinished(() => void far.close());
    const origin = `http://127.0.0.1:${(far.address() as AddressInfo).port}`;
    const source = [
      ...['From: News <news@x.example>', `To: ${ME}`, 'Subject: Pictured', 'MIME-Version: 1.0'],
      ...['Content-Type: text/html', '', `<p>Look</p><img src="${origin}/p.png"><script>1</script>`],
    ].join('\r\n');
    await product.takeIn(ME, source);
    const { id } = (await found('subject:pictured'))[0]!;
    const page = await open(`/inbox/${id}`);
    await sees(page, 'A picture from elsewhere not fetched.');
    await sees(page, 'Left out: 1 script.');
    expect(visits).toEqual([]);
    await press(page, 'button', 'Show once');
    await until('the picture to be asked for', () => visits.length > 0);
    await press(page, 'button', 'Always from news@x.example');
    await notice(page, 'shown from now on');
    await page.reload();
    await sees(page, 'Fetch no more pictures from news@x.example');
  });
});
