import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type {
  BatchJson,
  CorrespondentJson,
  DeparturePageJson,
  EventsJson,
  MessagePageJson,
  OccasionsJson,
  TextsJson,
} from '#api/types';
import { axe, openPage, press, sees, startChromium, type Chromium } from '../support/browser';
import { startProduct, type Product } from '../support/product';
import { until } from '../support/until';

let product: Product;
let chromium: Chromium;
let views: Record<string, [path: string, words: string | RegExp]>;

beforeAll(async () => {
  [product, chromium] = await Promise.all([startProduct('demo'), startChromium()]);
  const { body: inbox } = await product.api<MessagePageJson>('GET', '/inbox');
  const { body: left } = await product.api<DeparturePageJson>('GET', '/departures?state=sent');
  const { body: pending } = await product.api<DeparturePageJson>('GET', '/departures?state=scheduled');
  const { body: people } = await product.api<{ correspondents: CorrespondentJson[] }>(
    'GET',
    '/correspondents',
  );
  const { body: texts } = await product.api<TextsJson>('GET', '/texts');
  const { body: occasions } = await product.api<OccasionsJson>('GET', '/occasions');
  const { body: calendar } = await product.api<EventsJson>(
    'GET',
    '/events?from=2026-11-25T00:00:00Z&until=2026-11-27T00:00:00Z',
  );
  const call = calendar.events.find(({ summary }) => summary === 'Broker call')!;
  const { body: batch } = await product.api<BatchJson>('POST', '/batches', {
    name: 'Seats',
    text: texts.texts[0]!.id,
    table: 'email\tname\tloan number\na@x.example\tAna\t1',
  });
  // Something is held, so that the tray is there.
  const created = await product.api<{ id: string }>('POST', '/messages', {
    to: ['bela@wrenfield.example'],
    subject: 'Held',
    text: 'x',
  });
  await product.api('POST', '/clock', { rate: 0 });
  await product.api('POST', `/messages/${created.body.id}/schedule`, { plan: { kind: 'now' } });
  views = {
    inbox: ['/inbox', 'Came back'],
    'the day': ['/inbox/day', 'Leaves next'],
    'a message': [`/inbox/${inbox.messages[0]!.id}`, 'Answer'],
    pending: ['/departures', 'Lands (them)'],
    drafts: ['/departures?part=drafts', 'Changed'],
    left: ['/departures?part=left', 'Landed (them)'],
    'one that left': [`/departures/${left.departures[0]!.id}`, 'History'],
    write: ['/write', 'Leaves now, held 90 s'],
    'one that is pending': [`/write/${pending.departures[0]!.messageId}`, 'Save, still leaves'],
    returns: ['/returns', 'Coming back'],
    archive: ['/archive/past', 'Drop EML or mbox files here'],
    correspondents: ['/correspondents', 'Keshav Rai'],
    'a correspondent': [`/correspondents?person=${people.correspondents[0]!.id}`, 'Working week'],
    groups: ['/correspondents?panel=groups', 'Lenders'],
    settings: ['/settings', 'Every change applies at once'],
    'post office': ['/postoffice?mailbox=bela%40wrenfield.example', 'Received'],
    welcome: ['/welcome', 'Does the mail server work?'],
    'no such page': ['/nowhere', 'There is no such page'],
    library: ['/library', 'Insurance value'],
    'a text': [`/library/texts/${texts.texts[0]!.id}`, 'Version 1'],
    'a new text': [`/library/new?from=${inbox.messages[0]!.id}`, 'Keep this text'],
    'a new batch': ['/batches/new', 'Nothing is pasted yet.'],
    'a batch': [`/batches/${batch.id}`, '1 row can leave'],
    batches: ['/departures?part=batches', 'nothing scheduled yet'],
    occasions: ['/departures?part=occasions', 'Opening night in Porto'],
    'the calendar': ['/calendar?mail=shown&beside=Asia/Kathmandu', 'Loans committee'],
    'the calendar as a list': ['/calendar?view=list', 'Where, with whom'],
    'an event': [`/calendar?event=${call.id}`, 'What leaves around it'],
    'an occasion': [`/occasions/${occasions.occasions[0]!.id}`, 'What belongs around it'],
  };
});
afterAll(async () => {
  await chromium.close();
  await product.stop();
});

const NAMES = [
  'inbox',
  'the day',
  'a message',
  'pending',
  'drafts',
  'left',
  'one that left',
  'write',
  'one that is pending',
  'returns',
  'archive',
  'correspondents',
  'a correspondent',
  'groups',
  'settings',
  'post office',
  'welcome',
  'no such page',
  'library',
  'a text',
  'a new text',
  'a new batch',
  'a batch',
  'batches',
  'occasions',
  'an occasion',
  'the calendar',
  'the calendar as a list',
  'an event',
];

/** What is seen on a narrow screen instead. */
const NARROW: Record<string, string> = {
  pending: 'Tomorrow',
  drafts: 'Delete',
  left: 'Sent',
  'the calendar as a list': 'Loans committee',
};

describe.each(NAMES)('%s', (name) => {
  it('has nothing that axe finds, by light or dark', async () => {
    const [path, words] = views[name]!;
    const page = await openPage(chromium, product.origin + path);
    await sees(page, words);
    await sees(page, 'Take back');
    expect(await axe(page)).toEqual([]);
    await page.evaluate(() => fetch('/api/v1/settings', { method: 'PATCH', body: '{"theme":"dark"}' }));
    await until('the dark', () => page.evaluate(() => document.documentElement.dataset.theme === 'dark'));
    const inTheDark = await axe(page);
    await page.evaluate(() => fetch('/api/v1/settings', { method: 'PATCH', body: '{"theme":"light"}' }));
    expect(inTheDark).toEqual([]);
    // No bar to scroll a page that ends where the window does.
    const { scrollHeight, clientHeight } = await page.evaluate(() => {
      const { scrollHeight, clientHeight } = document.documentElement;
      return { scrollHeight, clientHeight };
    });
    expect(scrollHeight).toBe(clientHeight);
    expect(page.problems).toEqual([]);
  });

  it('fits a narrow screen', async () => {
    const [path, words] = views[name]!;
    const page = await openPage(chromium, product.origin + path, { width: 390, height: 844 });
    // Column heads give way to labels there.
    await sees(page, name in NARROW ? NARROW[name]! : words);
    await page.evaluate(async () => void (await document.fonts.ready));
    // Neither the page nor a pane in it scrolls sideways; only tables and source text may.
    let wide: string[] = [];
    const look = () =>
      page.evaluate(() =>
        [document.documentElement, ...document.querySelectorAll('main, main *')]
          .filter(
            (each) => each.scrollWidth > each.clientWidth && getComputedStyle(each).overflowX === 'auto',
          )
          .filter((each) => !each.matches('pre'))
          .map((each) => `${each.tagName} ${each.className}`),
      );
    // What fits itself to the width has to learn it first.
    await until(
      () => `nothing to be too wide: ${wide.join(', ')}`,
      async () => (wide = await look()).length === 0,
    );
  });
});

it('loads its fonts from itself and asks nobody else for anything', async () => {
  const page = await chromium.browser.newPage();
  const asked: string[] = [];
  page.on('request', (request) => asked.push(request.url()));
  await page.goto(`${product.origin}/inbox`, { waitUntil: 'load' });
  await sees(page, 'Came back');
  const loaded = await page.evaluate(async () => {
    await document.fonts.ready;
    return [...document.fonts]
      .filter((font) => font.status === 'loaded')
      .map((font) => font.family.replaceAll('"', ''));
  });
  expect(new Set(loaded)).toEqual(new Set(['Figtree Variable', 'Source Serif 4 Variable']));
  expect(asked.filter((url) => !url.startsWith(product.origin) && !url.startsWith('data:'))).toEqual([]);
  await page.close();
});

it('comes drawn, with its data, before any script has run', async () => {
  const page = await chromium.browser.newPage();
  await page.setJavaScriptEnabled(false);
  for (const [path, title, words] of [
    [
      '/inbox',
      /^\d+ new · Inbox · Oak Lantern$/,
      ['Came back', 'Marisol Quintero', 'Leaves next', 'Take back'],
    ],
    ['/returns', /Returns · Oak Lantern$/, ['Coming back', 'Crate list for the entry']],
  ] as const) {
    await page.goto(product.origin + path, { waitUntil: 'load' });
    expect(await page.title()).toMatch(title);
    const text = await page.evaluate(() => document.body.innerText);
    for (const each of words) expect(text, path).toContain(each);
  }
  await page.close();
});

it('has the other views behind one button on a narrow screen, by keys', async () => {
  const page = await openPage(chromium, `${product.origin}/inbox`, { width: 390, height: 844 });
  await press(page, 'button', 'More');
  const focused = () => page.evaluate(() => document.activeElement?.textContent);
  await until('the first of them to have the focus', async () => (await focused()) === 'Calendar');
  await page.keyboard.press('Escape');
  await until('the button to have it again', async () => (await focused()) === 'More');
  await until('the panel to be gone', async () => (await page.$('[role=dialog]')) === null);
  await page.keyboard.press('Enter');
  await until('the first to have it once more', async () => (await focused()) === 'Calendar');
  await page.keyboard.press('Enter');
  await until('the view', () => new URL(page.url()).pathname === '/calendar');
  expect(page.problems).toEqual([]);
});
