/** What comes in numbers: drafts, recipients, recovered messages; and what a mark on the rail says while it is moved. */
import { describe, expect, it, onTestFinished } from 'vitest';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import type { DeparturePageJson, MessageJson, MessagePageJson, SettingsJson } from '#api/types';
import { axe, fill, find, press, sees, textOf } from '../support/browser';
import { demoPages } from '../support/demo';
import type { Product } from '../support/product';
import { until } from '../support/until';

let product: Product;
const { open } = demoPages((demo) => {
  ({ product } = demo);
  return product.api('POST', '/clock', { rate: 0 });
});

const drafts = async () => (await product.api<MessagePageJson>('GET', '/messages?limit=500')).body.messages;
const subjects = async () => (await drafts()).map(({ subject }) => subject);
const draft = async (subject: string, to = ['bela@wrenfield.example']) =>
  (await product.api<MessageJson>('POST', '/messages', { to, subject, text: 'As written.' })).body;
const departures = async () =>
  (await product.api<DeparturePageJson>('GET', '/departures?state=pending&limit=500')).body.departures;

describe('drafts', () => {
  it('several are deleted together by keyboard, and come back together', async () => {
    for (const subject of ['Many one', 'Many two', 'Many three']) await draft(subject);
    const page = await open('/departures?part=drafts');
    await sees(page, 'Many three');
    for (const subject of ['Many one', 'Many three']) {
      const box = await find(page, 'checkbox', `Choose “${subject}”`);
      await box.focus();
      await page.keyboard.press('Space');
    }
    await sees(page, '2 chosen');
    await (await find(page, 'button', '2 drafts: Delete')).focus();
    await page.keyboard.press('Enter');
    await sees(page, 'Deleted 2 messages. They will not leave.', '[aria-label="Notice"]');
    const left = await subjects();
    expect(left).toContain('Many two');
    expect(left).not.toContain('Many one');
    expect(left).not.toContain('Many three');
    await press(page, 'button', 'Undo');
    await sees(page, '2 are back, as drafts.', '[aria-label="Notice"]');
    expect(await subjects()).toEqual(expect.arrayContaining(['Many one', 'Many two', 'Many three']));
  });

  it('one that says nothing is none: a word typed and taken out again leaves nothing behind', async () => {
    const before = (await drafts()).length;
    const page = await open('/write');
    await sees(page, /Inbox\s*\d+/, 'header');
    const subject = await find(page, 'textbox', 'Subject');
    await subject.focus();
    await page.keyboard.type('x');
    await page.keyboard.press('Backspace');
    // What would have been kept is, after a second; a draft made after it comes after it.
    await fill(page, 'textbox', 'Subject', 'Now it says something');
    await until('that to be kept', async () => (await subjects()).includes('Now it says something'));
    expect(await drafts()).toHaveLength(before + 1);
    // The page knows that it is: what it keeps itself is under that message, and goes with it.
    await page.waitForFunction(() => /^\/write\/./.test(location.pathname));
    await sees(page, 'Draft saved');
    await page.close();
    const again = await open('/write');
    await find(again, 'textbox', 'Subject');
    expect(await again.$('[aria-label="Left behind"]')).toBeNull();
  });

  it('those that were cut off before they were saved are one line, whatever their number', async () => {
    const page = await open('/write');
    await find(page, 'textbox', 'Subject');
    // As a browser leaves them that was ended: kept here, and held by no window.
    await page.evaluate(async () => {
      const opened = indexedDB.open('oak-lantern');
      const db = await new Promise<IDBDatabase>((resolve) => {
        opened.onsuccess = () => resolve(opened.result);
      });
      const store = db.transaction('drafts', 'readwrite').objectStore('drafts');
      const fields = {
        to: [],
        cc: [],
        bcc: [],
        replyTo: [],
        text: 'x',
        html: null,
        plan: null,
        identity: null,
      };
      for (let n = 0; n < 12; n++)
        store.put({
          key: `new-left-${n}`,
          revision: null,
          answers: null,
          forwards: null,
          savedAt: Date.now(),
          fields: { ...fields, subject: `Cut off ${n}` },
        });
      await new Promise((resolve) => (store.transaction.oncomplete = resolve));
      db.close();
    });
    await page.goto(`${product.origin}/write`);
    await sees(page, 'You had begun 12 messages here');
    const top = () => page.$eval('form', (form) => form.getBoundingClientRect().top);
    expect(await top()).toBeLessThan(260);
    // What ends the form is not under the bar: a pointer reaches it.
    await fill(page, 'textbox', 'Text', 'the fee is {{fee}}. I copy Sunna.');
    const copy = await find(page, 'button', 'Copy Sunna Eiríksdóttir');
    await until('it to be reached', () =>
      copy.evaluate((button) => {
        const { x, y, width, height } = button.getBoundingClientRect();
        return button.contains(document.elementFromPoint(x + width / 2, y + height / 2));
      }),
    );
    // What is being written here is none of those.
    await sees(page, 'Draft saved');
    await press(page, 'button', 'Look at them');
    await sees(page, 'Cut off 11');
    expect(await top()).toBeLessThan(400);
    expect(await axe(page)).toEqual([]);
    await press(page, 'button', 'Throw them all away');
    await until('them to be gone', async () => (await page.$('[aria-label="Left behind"]')) === null);
    await page.reload();
    await find(page, 'textbox', 'Subject');
    expect(await page.$('[aria-label="Left behind"]')).toBeNull();
  });
});

it('two hundred readers of unknown zones are one warning with one way out', async () => {
  const { id } = await draft(
    'To many',
    Array.from({ length: 200 }, (_, n) => `p${n}@unknown${n}.example`),
  );
  const page = await open(`/write/${id}`);
  await sees(page, /200 readers have no time zone yet: p\d+@.*and 197 more/, 'footer');
  expect(await page.$$('[aria-label="Warnings"] li')).toHaveLength(1);
  await sees(page, /200 readers\s+time zone not known/, '[aria-labelledby="moment-heading"]');
  await press(page, 'button', 'One time zone for all of them');
  const picker = await find(page, 'combobox', 'Time zone of all 200');
  await picker.focus();
  await page.keyboard.type('Osaka');
  await sees(page, 'Tokyo', '.ant-select-dropdown');
  await page.keyboard.press('Enter');
  await sees(page, '200 readers are on the clock of Tokyo.', '[aria-label="Notice"]');
  await until('the warning to be gone', async () => !(await textOf(page, 'footer')).includes('no time zone'));
});

describe('a mark on the rail', () => {
  async function grip(page: Page, subject: string) {
    const mark = await until('the mark', () =>
      page
        .evaluateHandle(
          (name) =>
            [...document.querySelectorAll('[data-rail] svg a')].find((each) =>
              each.textContent.includes(name),
            ),
          subject,
        )
        .then((handle) => handle.asElement()),
    );
    const box = (await (await mark.$('path'))!.boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    return { x, y };
  }

  it('shows both clocks while it is dragged, and whose night it would be', async () => {
    const page = await open('/settings');
    await sees(page, 'Every change applies at once');
    const { x, y } = await grip(page, 'Crate dimensions');
    await page.mouse.move(x + 40, y, { steps: 5 });
    await sees(page, /Leaves Wed 0\d:\d\d, lands Wed .* in /, '[data-rail]');
    // Kathmandu is 5 h 45 min ahead: an afternoon here is a night there.
    const rail = await page.$eval('[data-rail]', (each) => each.clientWidth);
    await page.mouse.move(24 + (rail - 36) * 0.19, y, { steps: 5 });
    await sees(page, /at night/, '[data-rail]');
    await page.keyboard.press('Escape');
    await page.mouse.up();
  });

  it('dropped on the present asks, and stays where it was meanwhile', async () => {
    const [first] = (await departures()).filter(({ subject }) => subject.startsWith('Customs packet'));
    const page = await open('/settings');
    await sees(page, 'Every change applies at once');
    const { y } = await grip(page, 'Customs packet');
    await page.mouse.move(24, y, { steps: 8 });
    await sees(page, 'Now?', '[data-rail]');
    await page.mouse.up();
    await sees(
      page,
      /“Customs packet.*was dropped on the present, and still leaves .*Let it go now\?/,
      '[aria-label="Notice"]',
    );
    const still = (await departures()).find(({ id }) => id === first!.id)!;
    expect([still.at, still.revision]).toEqual([first!.at, first!.revision]);
    await press(page, 'button', 'Let it go now');
    await until('it to go', async () => !(await departures()).some(({ id }) => id === first!.id));
  });
});

it('phrases are read in the languages of the settings, chosen by keyboard', async () => {
  const page = await open('/settings/you');
  const field = await find(page, 'combobox', 'Languages of the phrases I write');
  await field.focus();
  await page.keyboard.type('Germ');
  await page.keyboard.press('Enter');
  await until(
    'it to be kept',
    async () => (await product.api<SettingsJson>('GET', '/settings')).body.languages[0] === 'de',
  );
  await page.goto(`${product.origin}/write`);
  await sees(page, /Inbox\s*\d+/, 'header');
  await fill(page, 'combobox', 'When, in words', 'übermorgen um halb neun abends');
  await sees(page, /Thu 26 Nov at 20:30 your time|Leaves Thu 26 Nov.* at 20:30/);
  await press(page, 'button', 'change plan');
  await fill(page, 'textbox', 'Date', 'letzter Werktag im November');
  await fill(page, 'textbox', 'Time', 'Viertel nach acht');
  await sees(page, /Leaves Mon 30 Nov.* at 08:15/);
});

it('several departures taken back together come back together, exactly as they were', async () => {
  const made: { id: string; at: string }[] = [];
  for (const [index, subject] of ['Bulk one', 'Bulk two'].entries()) {
    const { id } = await draft(subject);
    const plan = { kind: 'at', local: `2026-11-26T0${8 + index}:30`, zone: 'Asia/Kathmandu' };
    const { body } = await product.api<DeparturePageJson>('POST', `/messages/${id}/schedule`, { plan });
    made.push(body.departures[0]!);
  }
  // One of them stands still: it has to do so afterwards, too.
  await product.api('POST', `/departures/${made[1]!.id}/pause`);
  const states = async () => {
    const all = await departures();
    return made.map(({ id }) => {
      const found = all.find((each) => each.id === id);
      return found && [found.state, found.at];
    });
  };
  const before = await states();
  const page = await open('/departures');
  await sees(page, 'Bulk two');
  for (const subject of ['Bulk one', 'Bulk two']) {
    const box = await find(page, 'checkbox', `Choose “${subject}”, to Bela Sousa`);
    await box.focus();
    await page.keyboard.press('Space');
  }
  await sees(page, '2 chosen');
  await press(page, 'button', 'Take back');
  await until('both to be drafts', async () => (await states()).every((state) => state === undefined));
  expect(await subjects()).toEqual(expect.arrayContaining(['Bulk one', 'Bulk two']));
  await press(page, 'button', 'Undo');
  await sees(page, '2 as before.', '[aria-label="Notice"]');
  expect(await states()).toEqual(before);
});

it('an import of people is stopped half-way, says so, and goes on with the rest', async () => {
  const page = await open('/correspondents');
  await press(page, 'button', 'Import');
  const dir = mkdtempSync(join(tmpdir(), 'oak-people-'));
  onTestFinished(() => rmSync(dir, { recursive: true, force: true }));
  const file = join(dir, 'people.csv');
  const rows = Array.from({ length: 6000 }, (_, n) => `Person ${n},person${n}@many.example`);
  writeFileSync(file, ['name,email', ...rows].join('\n'));
  const choose = async () =>
    ((await page.waitForSelector('#import-file')) as ElementHandle<HTMLInputElement>).uploadFile(file);
  const taken = async () =>
    (
      await product.api<{ correspondents: { name: string }[] }>('GET', '/correspondents')
    ).body.correspondents.filter(({ name }) => name.startsWith('Person ')).length;
  await choose();
  await sees(page, '6000 to add');
  await press(page, 'button', 'Take them in');
  await until('some to be taken in', async () => (await taken()) > 0);
  await press(page, 'button', 'Stop');
  await sees(page, 'Stopped. What had been taken in by then stays');
  // One turn may have been under way.
  let before = -1;
  await until('it to stand still', async () => {
    const last = before;
    before = await taken();
    return before === last;
  });
  expect(before).toBeGreaterThan(0);
  expect(before).toBeLessThan(6000);
  await choose();
  await sees(page, `${6000 - before} to add, 0 to change, ${before} as they are`);
  await press(page, 'button', 'Take them in');
  await sees(page, `${6000 - before} added, 0 changed.`, '[aria-label="Notice"]');
  expect(await taken()).toBe(6000);
});
