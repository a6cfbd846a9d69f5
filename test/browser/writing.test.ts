/** Writing: what is pasted, what the checks find, what is no address; and forms that confirm, where the focus goes. */
import { describe, expect, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import type { DeparturePageJson, MessageJson, SearchJson, SettingsJson, TodoJson } from '#api/types';
import { axe, bodyText, chord, fill, find, has, press, sees } from '../support/browser';
import { demoPages } from '../support/demo';
import { mailOf } from '../support/mail';
import type { Product } from '../support/product';
import { until } from '../support/until';

let product: Product;
const { open } = demoPages(async (demo) => {
  product = demo.product;
  await product.api('POST', '/clock', { rate: 0 });
});

const ME = 'registrar@wrenfield.example';
const message = async (id: string) => (await product.api<MessageJson>('GET', `/messages/${id}`)).body;
const notice = (page: Page, words: string | RegExp) => sees(page, words, '[aria-label="Notice"]');
const pending = async (subject: string) =>
  (await product.api<DeparturePageJson>('GET', '/departures?limit=200')).body.departures.find(
    (each) => each.subject === subject,
  );
let counter = 0;
async function receive(subject: string) {
  await product.takeIn(ME, mailOf({ id: `w${counter++}`, subject, to: ME }).toString());
  const q = encodeURIComponent(`subject:"${subject}"`);
  return (await product.api<SearchJson>('GET', `/search?q=${q}`)).body.hits[0]!.message.id;
}
/** Pastes into what has the focus, as a browser does. */
const paste = (page: Page, pieces: Record<string, string>) =>
  page.evaluate((all) => {
    const clipboardData = new DataTransfer();
    for (const [type, words] of Object.entries(all)) clipboardData.setData(type, words);
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }),
    );
  }, pieces);
const draftId = (page: Page) =>
  until('the draft to be kept', () => Promise.resolve(/\/write\/([\w-]+)$/.exec(page.url())?.[1]));
const inField = async (page: Page, role: string, name: string) => (await find(page, role, name)).focus();
const focusIsSomewhere = (page: Page) =>
  until('the focus to be somewhere', () =>
    page.evaluate(() => !document.activeElement!.matches('body') && document.activeElement!.tagName),
  );

describe('addresses', () => {
  it('pasted as a column or from a table are read; one that is none stops nothing from being kept, and the message from leaving', async () => {
    const page = await open('/write');
    await inField(page, 'combobox', 'To');
    await paste(page, {
      'text/plain': 'Name\tAddress\nHaruki Anzai\tanzai@elsewhere.example\n\tkiln@urushi.example\n',
    });
    await paste(page, { 'text/plain': 'one@lamp.example\ntwo@lamp.example\r\nno address' });
    await fill(page, 'textbox', 'Subject', 'Pasted list');
    await sees(page, 'Draft saved', 'footer');
    const id = await draftId(page);
    const to = (await message(id)).to;
    expect(to.map(({ address }) => address)).toEqual([
      'anzai@elsewhere.example',
      'kiln@urushi.example',
      'one@lamp.example',
      'two@lamp.example',
    ]);
    expect(to[0]!.name).toBe('Haruki Anzai');
    await chord(page, 'Control+Enter');
    await sees(page, '“no address” is no address. Mend it, or take it out.', 'footer');
    expect(await pending('Pasted list')).toBeUndefined();
    // What the server cannot take is still here after a reload.
    await page.reload();
    await sees(page, 'no address');
  });
});

describe('what is pasted', () => {
  it('keeps tables and headings, also as plain text, and says what it cannot keep', async () => {
    const page = await open('/write');
    await fill(page, 'textbox', 'Subject', 'A table');
    await inField(page, 'textbox', 'Text');
    await paste(page, {
      'text/plain': 'x',
      'text/html':
        '<h2>Crates</h2><table><tr><th>Crate</th><th>From</th></tr><tr><td>7</td><td>Osaka</td></tr></table>' +
        '<p>End <img src="https://lamp.example/a.png"></p>',
    });
    await notice(page, 'Left out: 1 picture that is elsewhere.');
    await sees(page, 'Draft saved', 'footer');
    const kept = await message(await draftId(page));
    expect(kept.text).toContain('Crates\n\nCrate  From\n-----  -----\n7      Osaka\n\nEnd');
    expect(kept.html).toMatch(/<h2>Crates<\/h2><table[^>]*><tbody><tr><th/);
    expect(kept.html).not.toContain('lamp.example');
    // Once read again it is the same.
    await page.reload();
    await until('the table', () => page.$('[aria-label="Text"] table th'));
    expect(await axe(page)).toEqual([]);
  });

  it('is a table to write in: Tab goes from cell to cell, and on from the last', async () => {
    const page = await open('/write');
    await inField(page, 'textbox', 'Text');
    await press(page, 'button', 'Table');
    await until('the table', () => page.$('[aria-label="Text"] table'));
    await page.keyboard.type('one');
    await page.keyboard.press('Tab');
    await page.keyboard.type('two');
    await until(
      'both',
      async () => /one +two/.test(await bodyText(page)) || (await bodyText(page)).includes('two'),
    );
    const cells = await page.$$eval('[aria-label="Text"] th', (all) => all.map((each) => each.textContent));
    expect(cells).toEqual(['one', 'two', '']);
    await press(page, 'button', 'Table out');
    await until('it to be gone', async () => !(await page.$('[aria-label="Text"] table')));
  });
});

describe('findings', () => {
  it('are counted, marked, reached by key, and set aside: here and then everywhere', async () => {
    const page = await open('/write');
    await inField(page, 'combobox', 'To');
    await page.keyboard.type('bela@wrenfield.example,');
    await fill(page, 'textbox', 'Subject', 'Set aside');
    await inField(page, 'textbox', 'Text');
    await page.keyboard.type('Bela, the sum is XX euro.');
    await sees(page, '1 finding', 'footer');
    await until('its mark', () => page.$('[aria-label="Text"] [class*="found"]'));
    await press(page, 'button', '1 finding');
    await until('it to have the focus', () =>
      page.evaluate(() => document.activeElement!.hasAttribute('data-finding')),
    );
    await press(page, 'button', 'It is meant so: “XX” is not filled');
    await until('nothing to be found', async () => !(await has(page, 'group', 'Findings')));
    await focusIsSomewhere(page);
    await sees(page, 'Draft saved', 'footer');
    const id = await draftId(page);
    await until('that to be kept', async () => (await message(id)).setAside.length === 1);
    await press(page, 'button', 'In every message');
    await notice(page, 'It is meant so in every message.');
    const settings = async () => (await product.api<SettingsJson>('GET', '/settings')).body;
    expect((await settings()).meantSo).toEqual([{ check: 'placeholder', words: 'xx' }]);
    const other = await open('/settings/writing');
    await press(other, 'button', 'No more: “xx”');
    await until('it to be looked for again', async () => (await settings()).meantSo.length === 0);
  });

  it('that weigh are asked about once before it leaves, however fast one is', async () => {
    const page = await open('/write');
    await inField(page, 'combobox', 'To');
    await page.keyboard.type('bela@wrenfield.example,');
    await fill(page, 'textbox', 'Subject', 'Asked once');
    await inField(page, 'textbox', 'Text');
    await page.keyboard.type('The list is attached.');
    await chord(page, 'Control+Enter');
    await sees(page, '“attached” and nothing is. Is it meant so?', 'footer');
    expect(await pending('Asked once')).toBeUndefined();
    expect(await axe(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await until(
      'the question to be gone',
      async () => !(await has(page, 'alertdialog', 'Before it is sent')),
    );
    await focusIsSomewhere(page);
    await chord(page, 'Control+Enter');
    await until('it to be held', async () => (await pending('Asked once'))?.state === 'held');
  });
});

describe('forms that confirm', () => {
  it('a note is changed without another moment, by Enter, and that is undone', async () => {
    const id = await receive('Note to change');
    await product.api('POST', `/messages/${id}/snooze`, { until: '2026-11-27T09:00:00Z', note: 'first' });
    const page = await open(`/inbox/${id}`);
    await press(page, 'button', 'Another moment…');
    await until('the note', () => has(page, 'textbox', 'Note to myself'));
    expect(await axe(page)).toEqual([]);
    await fill(page, 'textbox', 'Note to myself', 'second');
    await page.keyboard.press('Enter');
    await notice(page, 'Changed: how “Note to change” is put off.');
    expect((await message(id)).snooze).toMatchObject({
      note: 'second',
      until: '2026-11-27T09:00:00.000Z',
      times: 1,
    });
    await focusIsSomewhere(page);
    await chord(page, 'Control+z');
    await until('that to be undone', async () => (await message(id)).snooze?.note === 'first');
  });

  it('a moment in words is confirmed by the button from any field; to-do dates read the same words', async () => {
    const id = await receive('Confirmed');
    const page = await open(`/inbox/${id}`);
    await press(page, 'button', 'Snooze…');
    await until('the words', () => has(page, 'combobox', 'Put off until, in words'));
    await inField(page, 'combobox', 'Put off until, in words');
    await page.keyboard.type('friday 9:10');
    await fill(page, 'textbox', 'Note to myself', 'the bond');
    await page.keyboard.press('Enter');
    await notice(page, 'Put off: “Confirmed”');
    expect((await message(id)).snooze).toMatchObject({ note: 'the bond', until: '2026-11-27T09:10:00.000Z' });

    const other = await receive('To do');
    await page.goto(`${product.origin}/inbox/${other}`);
    await press(page, 'button', 'To-do…');
    await until('the form', () => has(page, 'textbox', 'Due day'));
    expect(await axe(page)).toEqual([]);
    // On the way “20” is read as an hour, and is none in the end.
    await fill(page, 'textbox', 'Start day', '25 Nov 2026');
    await fill(page, 'textbox', 'Due day', 'friday 16:00');
    await fill(page, 'textbox', 'To-do note', 'with Bela');
    await chord(page, 'Control+Enter');
    await notice(page, 'To-do: ');
    const todo: TodoJson | null = (await message(other)).todo;
    expect(todo).toMatchObject({ note: 'with Bela', due: { date: '2026-11-27', time: '16:00' } });
    expect(todo).toMatchObject({ start: { date: '2026-11-25', time: null } });
  });

  it('quiet hours let it leave, or have it wait for me', async () => {
    const page = await open('/settings/holds');
    await sees(page, 'It waits for me to look');
    await page.locator('label ::-p-text(It waits for me to look)').click();
    await notice(page, 'What quiet hours hold waits until you have looked at it.');
    const { quietHours } = (await product.api<SettingsJson>('GET', '/settings')).body;
    expect(quietHours.after).toBe('waits');
    await chord(page, 'Control+z');
    await notice(page, 'It is as it was.');
  });
});

describe('the focus', () => {
  it('is never nowhere after a button that goes away with what it did', async () => {
    const id = await receive('Goes away');
    const page = await open(`/inbox/${id}`);
    const pressed = async (name: string) => {
      const button = await find(page, 'button', name);
      await button.focus();
      await page.keyboard.press('Enter');
    };
    await until('its row', () => page.$(`[data-row="${id}"]`));
    await until('it to be seen', () => page.$(`[data-new="false"] [data-row="${id}"]`));
    await page.$eval(`[data-row="${id}"]`, (row) => (row as HTMLElement).focus());
    await page.keyboard.press('v');
    await notice(page, 'Marked as new');
    await pressed('Close');
    await focusIsSomewhere(page);
    // Back to where one was.
    expect(await page.evaluate(() => document.activeElement!.getAttribute('data-row'))).toBe(id);
    await page.keyboard.press('v');
    await notice(page, 'Marked as seen');
    await pressed('Undo');
    await notice(page, 'Undone');
    await focusIsSomewhere(page);
    await product.api('PUT', `/messages/${id}/todo`, { what: 'check' });
    await until('the to-do', () => has(page, 'button', 'Drop'));
    await pressed('Drop');
    await notice(page, 'Dropped: check.');
    await focusIsSomewhere(page);
    await page.goto(`${product.origin}/write`);
    await pressed('Plain text');
    await notice(page, 'It is plain text now.');
    await focusIsSomewhere(page);
  });

  it('stays with what is read when something else that was chosen is archived', async () => {
    const [read, chosen] = [await receive('Read on'), await receive('Chosen and gone')];
    const page = await open(`/inbox/${read}`);
    const focusOn = (id: string) => page.$eval(`[data-row="${id}"]`, (row) => (row as HTMLElement).focus());
    await until(
      'the rows',
      async () => (await page.$(`[data-row="${read}"]`)) && page.$(`[data-row="${chosen}"]`),
    );
    await focusOn(chosen);
    await page.keyboard.press('Space');
    await sees(page, '1 chosen');
    await focusOn(read);
    await until('it to be read', () => page.url().endsWith(read));
    await page.keyboard.press('a');
    await notice(page, 'Archived: “Chosen and gone”.');
    await until('its row to be gone', async () => !(await page.$(`[data-row="${chosen}"]`)));
    expect(page.url().endsWith(read)).toBe(true);
    expect(await page.evaluate(() => document.activeElement!.getAttribute('data-row'))).toBe(read);
  });
});
