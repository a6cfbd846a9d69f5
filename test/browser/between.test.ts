/** What slips between features: a draft in two windows, a reload in between, an undo after a pause, a key in a panel. */
import { afterEach, describe, expect, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import type { DepartureJson, DeparturePageJson, MessageJson } from '#api/types';
import { chord, fill, find, press, sees, textOf } from '../support/browser';
import { demoPages } from '../support/demo';
import type { Product } from '../support/product';
import { until } from '../support/until';

let product: Product;
const { open } = demoPages((demo) => {
  ({ product } = demo);
  return product.api('POST', '/clock', { rate: 0 });
});
afterEach(() => product.api('PUT', '/postoffice/faults', {}));

const BELA = 'bela@wrenfield.example';
const later = { kind: 'at', local: '2026-12-09T08:30', zone: 'Asia/Kathmandu' };
const message = async (id: string) => (await product.api<MessageJson>('GET', `/messages/${id}`)).body;
const departure = async (id: string) => (await product.api<DepartureJson>('GET', `/departures/${id}`)).body;

async function draft(subject: string, more: object = {}): Promise<MessageJson> {
  const body = { to: [BELA], subject, text: 'As written.', ...more };
  return (await product.api<MessageJson>('POST', '/messages', body)).body;
}

async function scheduled(subject: string) {
  const { id: messageId } = await draft(subject);
  const { body } = await product.api<DeparturePageJson>('POST', `/messages/${messageId}/schedule`, {
    plan: later,
  });
  return { messageId, id: body.departures[0]!.id };
}

const primary = (page: Page) =>
  page.$eval('form[data-writing] footer button[type=submit]', (button) => (button as HTMLElement).innerText);

describe('a draft', () => {
  it('keeps the moment chosen for it over a reload, in every window, and when it is taken back', async () => {
    const { id } = await draft('Moment kept');
    const page = await open(`/write/${id}`);
    await fill(page, 'combobox', 'When, in words', 'wed 9 dec 8:30 Kathmandu');
    await until('the plan to be kept', async () => (await message(id)).plan !== null);
    expect((await message(id)).plan).toEqual(later);
    await page.reload();
    await until('the button to say so', async () => (await primary(page).catch(() => '')) === 'Schedule');
    await sees(page, '02:45');
    const second = await open(`/write/${id}`);
    await until(
      'the other window to say so',
      async () => (await primary(second).catch(() => '')) === 'Schedule',
    );
    await second.close();
    await page.bringToFront();
    await chord(page, 'Control+Enter');
    const pending = await until('it to be scheduled', async () =>
      (await message(id)).departures.find(({ state }) => state === 'scheduled'),
    );
    expect(pending.plan).toEqual(later);
    await product.api('POST', `/departures/${pending.id}/take-back`);
    expect((await message(id)).plan).toEqual(later);
    await page.goto(`${product.origin}/write/${id}`);
    await until(
      'the button to say so again',
      async () => (await primary(page).catch(() => '')) === 'Schedule',
    );
    expect(page.problems).toEqual([]);
  });

  it('says what the button will do, or what it waits for, while the words of the moment mean nothing', async () => {
    const { id } = await draft('Unreadable');
    const page = await open(`/write/${id}`);
    await until('the button', async () => (await primary(page).catch(() => '')).startsWith('Send'));
    await fill(page, 'combobox', 'When, in words', 'frumpday 9');
    await until('it to wait', async () => (await primary(page)) === 'Mend the moment first');
    await chord(page, 'Control+Enter');
    await sees(page, 'When?');
    expect((await message(id)).departures).toEqual([]);
    await fill(page, 'combobox', 'When, in words', 'fri 9:00');
    await until('it to be one', async () => /^Schedule|^Choose one/.test(await primary(page)));
  });

  it('left in conflict and opened again shows both versions, and overwrites neither', async () => {
    const { id } = await draft('Two versions');
    const page = await open(`/write/${id}`);
    await find(page, 'textbox', 'Subject');
    // The other window, faster.
    const { revision } = await message(id);
    const other = await product.api(
      'PATCH',
      `/messages/${id}`,
      { text: 'From the other window.' },
      { 'if-match': `"${revision}"` },
    );
    expect(other.status).toBe(200);
    await page.evaluate(() => undefined);
    await fill(page, 'textbox', 'Subject', 'Mine, unsaved');
    const conflict = await until('what comes of it', async () => {
      const text = await textOf(page);
      return text.includes('Changed in another window')
        ? 'conflict'
        : (await message(id)).subject === 'Mine, unsaved' && 'merged';
    });
    // Where the page had followed the other window before a key was pressed, there is no conflict to try.
    if (conflict === 'merged') return;
    for (const _again of [1, 2]) {
      await page.goto(`${product.origin}/inbox`);
      await sees(page, 'Inbox');
      await page.goto(`${product.origin}/write/${id}`);
      await sees(page, 'Changed in another window');
      await sees(page, 'Mine, unsaved');
      expect(await message(id)).toMatchObject({ text: 'From the other window.', subject: 'Two versions' });
    }
    await press(page, 'button', 'Keep this one');
    await until('mine to be kept', async () => (await message(id)).subject === 'Mine, unsaved');
  });

  it('opens no list over the subject by a press, and the list of readers by letters or the arrow', async () => {
    const { id } = await draft('No list');
    const page = await open(`/write/${id}`);
    const to = await find(page, 'combobox', 'To');
    await to.click();
    const options = () =>
      page.$$eval(
        '.ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option',
        (all) => all.length,
      );
    expect(await options()).toBe(0);
    await (await find(page, 'textbox', 'Subject')).click();
    expect(await page.evaluate(() => document.activeElement?.id)).toBe('subject');
    await to.click();
    await page.keyboard.press('ArrowDown');
    await until('the list', async () => (await options()) > 0);
    await page.keyboard.press('Escape');
    await page.keyboard.type('pra');
    await until('those of these letters', async () => (await options()) > 0);
    await page.keyboard.press('Enter');
    await until('the list to close', async () => (await options()) === 0);
    await (await find(page, 'textbox', 'Subject')).click();
    await page.keyboard.type('!');
    await until('the subject to be typed in', async () => (await message(id)).subject.includes('!'));
  });

  it('is not cut off without a word', async () => {
    const { id } = await draft('Long');
    const page = await open(`/write/${id}`);
    await find(page, 'textbox', 'Subject');
    await page.focus('#subject');
    await page.keyboard.sendCharacter('x'.repeat(900));
    await sees(page, 'this is 404 more');
    expect(await page.$eval('#subject', (field) => (field as HTMLInputElement).value.length)).toBe(904);
  });
});

describe('what is paused', () => {
  it('is moved and stays paused, by the panel and by undo; nothing typed there is a command', async () => {
    const { id } = await scheduled('Paused and moved');
    await product.api('POST', `/departures/${id}/pause`);
    const page = await open('/departures?show=paused');
    await sees(page, 'Paused and moved');
    await press(page, 'button', 'Move, to Bela Sousa');
    const words = await find(page, 'combobox', 'When, in words');
    await until('the words to have the focus', () =>
      words.evaluate((field) => field === document.activeElement),
    );
    // T would take it back, S, D and A act on mail, 5 goes elsewhere.
    await page.keyboard.type('tsda5');
    expect(page.url()).toContain('/departures');
    expect((await departure(id)).state).toBe('paused');
    await fill(page, 'combobox', 'When, in words', 'thu 10 dec 9:00 Lisbon');
    await sees(page, 'Move, stays paused');
    await press(page, 'button', 'Move, stays paused');
    await until('it to be moved', async () => (await departure(id)).at.startsWith('2026-12-10T09:00'));
    expect(await departure(id)).toMatchObject({ state: 'paused', pausedFor: 'me' });
    await press(page, 'button', 'Undo');
    await until('it to be as before', async () => (await departure(id)).at.startsWith('2026-12-09T02:45'));
    expect(await departure(id)).toMatchObject({ state: 'paused', pausedFor: 'me', plan: later });
    // The page has to know of it too.
    await sees(page, /9 Dec 02:45/, 'table');
    await press(page, 'button', 'Move, to Bela Sousa');
    await fill(page, 'combobox', 'When, in words', 'fri 11 dec 9:00 Lisbon');
    await press(page, 'button', 'Move and let it go on');
    await until('it to go on', async () => (await departure(id)).state === 'scheduled');
    expect(page.problems).toEqual([]);
  });
});

it('the hold says in words what it cannot be, and changes nothing by it', async () => {
  const page = await open('/settings/holds');
  const seconds = async () =>
    (await product.api<{ holdSeconds: number }>('GET', '/settings')).body.holdSeconds;
  const before = await seconds();
  const range = 'A hold lasts 10 s to 120 min, or is off (0).';
  for (const [typed, why] of [
    ['-3', range],
    ['7201', range],
    ['5', range],
    ['90.5', 'A hold lasts whole seconds.'],
    ['soon', 'Write a number of seconds.'],
  ] as const) {
    await fill(page, 'textbox', 'Exactly', typed);
    await page.keyboard.press('Enter');
    await sees(page, why);
    expect(await seconds()).toBe(before);
  }
  await fill(page, 'textbox', 'Exactly', '75');
  await page.keyboard.press('Enter');
  await until('it to be kept', async () => (await seconds()) === 75);
});
