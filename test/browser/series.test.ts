/** What leaves again and again, in the interface: made by keys, seen before, changed singly and as a whole, looked at first. */
import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import type { PreviewJson, ScheduledJson, SeriesJson, SeriesListJson } from '#api/types';
import { toLocal } from '#core/time/wallClock';
import { axe, chord, fill, find, press, sees } from '../support/browser';
import { PRINTED_RULES } from '../data/printedRules';
import { demoPages } from '../support/demo';
import type { Product } from '../support/product';
import { until } from '../support/until';

let product: Product;
const { open, advance, mailbox } = demoPages((demo) => {
  product = demo.product;
  return product.api('POST', '/clock', { rate: 0 });
});

const PRAKRITI = 'prakriti@lamp-courier.example';
const LUISA = 'luisa@seguros-brandao.example';
const all = async () => (await product.api<SeriesListJson>('GET', '/series')).body.series;
const one = async (id: string) => (await product.api<SeriesJson>('GET', `/series/${id}`)).body;
const named = (name: string) =>
  until(`the series ${name}`, async () => (await all()).find((each) => each.name === name));
const inMailbox = async (address: string, subject: string | RegExp) =>
  (await mailbox(address)).filter((each) =>
    typeof subject === 'string' ? each.subject === subject : subject.test(each.subject),
  );
async function draft(subject: string, to: string[] = [PRAKRITI], text = 'The text.'): Promise<string> {
  return (await product.api<{ id: string }>('POST', '/messages', { to, subject, text })).body.id;
}
/** Written with the keyboard alone, the moment in words. */
async function inWords(subject: string, words: string, to?: string[]): Promise<Page> {
  const page = await open(`/write/${await draft(subject, to)}`);
  await fill(page, 'combobox', 'When, in words', words);
  await find(page, 'button', 'Schedule the series');
  await chord(page, 'Control+Enter');
  await sees(page, 'Scheduled as a series', '[aria-label="Notice"]');
  return page;
}
async function scheduled(subject: string, plan: object, more: object = {}): Promise<SeriesJson> {
  const id = await draft(subject);
  const { body } = await product.api<ScheduledJson>('POST', `/messages/${id}/schedule`, { plan, ...more });
  return one(body.series!.id);
}
const plan = (rrule: string, start: string, zone = 'Europe/Lisbon') => ({
  kind: 'series',
  start,
  zone,
  rrule,
});
const times = ({ occurrences }: SeriesJson, zone: string) =>
  occurrences.map(({ at }) => toLocal(Date.parse(at), zone).slice(0, 16));

describe('a series', () => {
  it('in words, on Thursdays until a day: what is said, seen, and leaves on the second', async () => {
    const template = await draft(
      'Weekly notice, no. {{number}}',
      [PRAKRITI],
      'Dear all,\nthis is {{number}} of {{of}}.',
    );
    const page = await open(`/write/${template}`);
    await fill(page, 'combobox', 'When, in words', 'every thursday 9:10 until 10 dec');
    await sees(
      page,
      'Repeats every Thursday at 09:10, until 10 December 2026',
      '[aria-label="When it leaves"]',
    );
    await sees(page, '3 to come, the last Thu 10 Dec 09:10', '[aria-label="When it leaves"]');
    await sees(page, 'Weekly notice, no. 2', '[aria-label="When it leaves"]');
    await sees(page, 'this is 1 of 3.', '[aria-label="In the text of the next one"]');
    expect(await axe(page)).toEqual([]);
    await press(page, 'button', 'Schedule the series');
    await sees(page, 'Scheduled as a series: the next one leaves Thu 09:10.');
    await sees(page, 'Weekly notice', '[aria-label="Series"]');
    expect(await axe(page)).toEqual([]);
    const { id } = await named('Weekly notice, no. {{number}}');
    expect(times(await one(id), 'Europe/Lisbon')).toEqual([
      '2026-11-26T09:10',
      '2026-12-03T09:10',
      '2026-12-10T09:10',
    ]);
    await advance({ set: '2026-11-26T09:10:00Z' });
    const [came] = await until('it to come', async () => {
      const found = await inMailbox(PRAKRITI, 'Weekly notice, no. 1');
      return found.length > 0 && found;
    });
    expect(came).toBeDefined();
    await until('it to be counted', async () => (await one(id)).left === 1);
    // Taken back it is a draft again, with its plan.
    await product.api('POST', `/series/${id}/take-back`);
    await sees(page, 'Weekly notice, no. {{number}}', 'body').catch(() => {});
    expect((await all()).some((each) => each.id === id)).toBe(false);
  });

  it('by the form, with keys: the second Wednesday in Kathmandu, over a change of clocks here', async () => {
    const page = await open(`/write/${await draft('Second Wednesday')}`);
    await press(page, 'button', 'change plan');
    await page.click('input[type="radio"][value="series"]').catch(async () => {
      await page.evaluate(() =>
        [...document.querySelectorAll<HTMLElement>('.ant-segmented-item')]
          .find((each) => each.textContent === 'Again and again')!
          .click(),
      );
    });
    await find(page, 'combobox', 'Repeats');
    await fill(page, 'textbox', 'Date', '10 mar 2027');
    await fill(page, 'textbox', 'Time', '8:30');
    const often = await find(page, 'combobox', 'Repeats');
    await often.focus();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Enter');
    const day = await find(page, 'combobox', 'On which day of the month');
    await day.focus();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Enter');
    await sees(page, 'Repeats on the 2nd Wednesday of every month at 08:30', '[aria-label="When it leaves"]');
    const theirs = {
      plan: plan('FREQ=MONTHLY;BYDAY=2WE', '2027-03-10T08:30', 'Asia/Kathmandu'),
      recipients: [{ address: PRAKRITI }],
      limit: 3,
    };
    const { body } = await product.api<PreviewJson>('POST', '/plans/preview', theirs);
    expect(body.departures.map(({ at }) => at.slice(0, 16))).toEqual([
      '2027-03-10T02:45',
      '2027-04-14T02:45',
      '2027-05-12T02:45',
    ]);
    expect(body.departures.map(({ marks }) => marks.includes('clock-change'))).toEqual([false, true, false]);
  });

  it('on picked days, each on their own clock, and on the last working day of theirs', async () => {
    const picked = await scheduled('Picked', {
      ...plan('', '2026-12-01T09:00'),
      rrule: undefined,
      rdate: ['2026-12-05T10:00'],
    });
    expect(times(picked, 'Europe/Lisbon')).toEqual(['2026-12-01T09:00', '2026-12-05T10:00']);
    const id = await draft('Each local', [PRAKRITI, LUISA]);
    const { body } = await product.api<ScheduledJson>('POST', `/messages/${id}/schedule`, {
      plan: plan('FREQ=WEEKLY;COUNT=2', '2026-12-02T08:30', 'each'),
    });
    expect(body.departures).toHaveLength(4);
    for (const { recipients } of body.departures) expect(recipients[0]!.local!.slice(11, 16)).toBe('08:30');
    // 31 January 2027 is a Sunday, and Prakriti works on it; 28 February is one as well.
    const shifted = {
      ...plan('FREQ=MONTHLY;BYMONTHDAY=-1', '2027-01-31T10:00', 'America/Sao_Paulo'),
      shift: 'previous-working-day',
      calendar: 'reader',
    };
    const asked = { plan: shifted, recipients: [{ address: LUISA }], limit: 2 };
    const { body: preview } = await product.api<PreviewJson>('POST', '/plans/preview', asked);
    expect(preview.departures.map(({ recipients }) => recipients[0]!.local!.slice(0, 10))).toEqual([
      '2027-01-29',
      '2027-02-26',
    ]);
    expect(preview.departures[0]!.marks).toContain('shifted');
    const never = await product.api<{ detail: string }>('POST', '/plans/preview', {
      plan: plan('FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30', '2027-01-01T09:00'),
      recipients: [],
    });
    expect([never.status, never.body.detail]).toEqual([422, expect.stringContaining('never')]);
  });

  it('is left out over the holidays, paused, set going, ended and undone, in the list', async () => {
    const { id } = await scheduled('Over the holidays', plan('FREQ=DAILY', '2026-12-18T09:00'));
    const page = await open(`/departures?part=series&series=${id}`);
    await press(page, 'button', 'Skip next of “Over the holidays”');
    await sees(page, 'One is left out of “Over the holidays”.', '[aria-label="Notice"]');
    await page.click('aside details summary');
    await fill(page, 'textbox', 'From', '21 dec');
    await fill(page, 'textbox', 'To, that day too', '23 dec 2026');
    await press(page, 'button', 'Skip these');
    await sees(page, /\d+ are left out of “Over the holidays”\./, '[aria-label="Notice"]');
    const days = async () => times(await one(id), 'Europe/Lisbon').map((each) => each.slice(0, 10));
    expect((await days()).slice(0, 3)).toEqual(['2026-12-19', '2026-12-20', '2026-12-24']);
    await chord(page, 'Control+z');
    await until('that to be undone', async () => (await days())[2] === '2026-12-21');
    await press(page, 'button', 'Pause “Over the holidays”');
    await until('it to rest', async () => (await one(id)).state === 'paused');
    expect((await one(id)).occurrences).toEqual([]);
    await press(page, 'button', 'Go on with “Over the holidays”');
    await until('it to go on', async () => (await one(id)).state === 'active');
    await press(page, 'button', 'End “Over the holidays”');
    await until('it to have ended', async () => (await one(id)).state === 'ended');
    await chord(page, 'Control+z');
    await until('that to be undone', async () => (await one(id)).state === 'active');
  });

  it('is edited: this one, this and what follows, all; and the list says which differ', async () => {
    const { id } = await scheduled('Edited', plan('FREQ=WEEKLY;BYDAY=FR', '2026-12-04T09:00'));
    const page = await open(`/departures?part=series&series=${id}`);
    await press(page, 'link', 'Edit this one, of Fri 4 Dec 09:00');
    await until('the message', () => page.url().includes('/write/'));
    await fill(page, 'textbox', 'Text', 'Only this time.');
    await press(page, 'button', 'Save, still leaves Fri 4 Dec 09:00');
    await sees(page, 'Saved: leaves Fri 4 Dec 09:00', '[aria-label="Notice"]');
    expect((await one(id)).occurrences[0]!.differs).toBe(true);
    await page.goto(`${product.origin}/departures?part=series&series=${id}`);
    await sees(page, 'planned, differs', '[aria-label="Occurrences"]');
    await press(page, 'button', 'And following: edit that of Fri 18 Dec 09:00 and all after it');
    await until('the message', () => page.url().includes('/write/'));
    await fill(page, 'textbox', 'Text', 'From then on.');
    await press(page, 'button', 'Save for all that come');
    await sees(page, 'Saved for all that come', '[aria-label="Notice"]');
    const texts = async (of: SeriesJson) =>
      Promise.all(
        of.occurrences.map(
          async ({ departures }) =>
            (await product.api<{ text: string }>('GET', `/messages/${departures[0]!.messageId}`)).body.text,
        ),
      );
    expect(await texts(await one(id))).toEqual(['Only this time.', 'The text.']);
    const later = (await all()).find((each) => each.subject === 'Edited' && each.id !== id)!;
    expect(new Set(await texts(later))).toEqual(new Set(['From then on.']));
  });

  it('sends me a test, with its fields filled, that counts for nothing', async () => {
    const { id } = await scheduled('Tested, no. {{number}}', plan('FREQ=DAILY', '2026-12-19T09:00'));
    const page = await open('/departures?part=series');
    await press(page, 'button', 'Test “Tested, no. {{number}}”: send me the next one');
    await sees(page, 'A test is on its way to you: “Test: Tested, no. 1”.', '[aria-label="Notice"]');
    await until(
      'it to come',
      async () => (await inMailbox('registrar@wrenfield.example', 'Test: Tested, no. 1')).length > 0,
    );
    expect((await one(id)).left).toBe(0);
  });
});

it('every rule printed in RFC 5545 gives the printed days, asked over HTTP', async () => {
  const zone = 'America/New_York';
  for (const [rrule, start, happens] of PRINTED_RULES) {
    const { status, body } = await product.api<PreviewJson>('POST', '/plans/preview', {
      plan: plan(rrule, start, zone),
      recipients: [],
      from: 'start',
      limit: happens.length,
    });
    expect(status, rrule).toBe(200);
    const shown = body.departures.map(({ at }) => toLocal(Date.parse(at), zone));
    expect(
      shown.map((each) => (each.endsWith('T09:00:00') ? each.slice(0, 10) : each.slice(0, 16))),
      rrule,
    ).toEqual(happens);
  }
});

describe('a look first', () => {
  it('is asked for on top of the inbox; approved it leaves on its second, with what was written into it', async () => {
    const { id } = await scheduled('Looked at', plan('FREQ=WEEKLY;BYDAY=TU', '2026-12-01T09:00'));
    await product.api('PATCH', `/series/${id}`, { review: { minutes: 60, otherwise: 'wait' } });
    await advance({ set: '2026-12-01T08:00:00Z' });
    await until('it to wait', async () => (await one(id)).waiting === 1);
    const page = await open('/inbox');
    await sees(page, 'waits for your look, due 09:00', '[aria-label="Messages"]');
    await page.goto(`${product.origin}/departures?part=series&series=${id}`);
    await press(page, 'button', 'Approve that of 09:00');
    await sees(page, 'Approved: leaves 09:00.', '[aria-label="Notice"]');
    await advance({ set: '2026-12-01T09:00:00Z' });
    await until('it to come', async () => (await inMailbox(PRAKRITI, 'Looked at')).length === 1);
  });

  it.each([
    ['skip', '2026-12-02'],
    ['go', '2026-12-03'],
    ['wait', '2026-12-04'],
  ] as const)('not given by then, it does what was chosen: %s', async (otherwise, day) => {
    const { id } = await scheduled(
      `Not looked at: ${otherwise}`,
      plan('FREQ=WEEKLY;COUNT=1', `${day}T09:00`),
    );
    await product.api('PATCH', `/series/${id}`, { review: { minutes: 30, otherwise } });
    await advance({ set: `${day}T09:00:10Z` });
    const reached = async () => {
      const [first] = (await one(id)).occurrences;
      if (otherwise === 'skip') return first === undefined;
      if (otherwise === 'go') return first?.departures[0]!.state === 'sent';
      return first?.departures[0]!.pausedFor === 'review';
    };
    await until(otherwise, reached);
  });
});

it('a reminder to myself is one key, and what has left is repeated by one press', async () => {
  const page = await open('/inbox');
  await page.keyboard.down('Alt');
  await page.keyboard.down('Shift');
  await page.keyboard.press('KeyM');
  await page.keyboard.up('Shift');
  await page.keyboard.up('Alt');
  await until('the message', () => page.url().includes('/write?reminds'));
  await sees(page, 'registrar@wrenfield.example');
  await page.goto(`${product.origin}/departures?part=left`);
  const href = await until('what has left', () =>
    page.$eval('a[data-row][href^="/departures/"]', (each) => each.getAttribute('href')).catch(() => null),
  );
  await page.goto(product.origin + href);
  await press(page, 'button', 'Repeat this…');
  await find(page, 'button', 'Schedule the series');
});

it('goes out as a calendar file, comes in as drafts, and has an address that can be taken back', async () => {
  const page = await open('/departures?part=series');
  await press(page, 'button', 'Calendar address…');
  await press(page, 'button', 'Make an address');
  const address = await until('the address', () =>
    page.$eval('code', (each) => each.textContent).catch(() => null),
  );
  const file = await (await fetch(address)).text();
  expect(file).toContain('BEGIN:VEVENT');
  await press(page, 'button', 'Take it back');
  await until('it to lead nowhere', async () => (await fetch(address)).status === 404);
  const series = await (await fetch(`${product.origin}/api/v1/series/export`)).text();
  expect(series).toContain('RRULE:');
  const { status, body } = await product.api<{ drafts: unknown[] }>('POST', '/series/import', {
    text: series,
  });
  expect([status, body.drafts.length > 3]).toEqual([200, true]);
});

it('is made by words and keys alone', async () => {
  await inWords('By keys', 'last working day of every month 10:00, theirs');
  const { words } = await named('By keys');
  expect(words).toBe('on the last weekday of every month at 10:00 in Kathmandu');
});
