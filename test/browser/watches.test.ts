/** Waiting for answers: set, kept to the second, settled, overruled; with the mouse and by keyboard alone. */
import { beforeEach, describe, expect, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import type { DeparturePageJson, MessageJson, WatchesJson, WatchJson } from '#api/types';
import { axe, find, press, sees, textOf } from '../support/browser';
import { demoPages, write } from '../support/demo';
import type { Product } from '../support/product';
import { until } from '../support/until';

let product: Product;
const { open, advance } = demoPages(async (demo) => {
  product = demo.product;
  // What happens is what a test does.
  await product.api('POST', '/clock', { rate: 0 });
});

const SUNNA = 'Sunna <sunna@reykjavik-freight.example>';
const BELA = 'Bela <bela@wrenfield.example>';
const NIGHT_DESK = 'Night desk <night-desk@lamp-courier.example>';
const LUISA = 'Luísa Brandão <luisa@seguros-brandao.example>';

const now = async () => Date.parse((await product.api<{ now: string }>('GET', '/clock')).body.now);
const watch = async (id: string) => (await product.api<WatchJson>('GET', `/watches/${id}`)).body;
const message = async (id: string) => (await product.api<MessageJson>('GET', `/messages/${id}`)).body;

let subject = '';
let count = 0;
beforeEach(() => {
  // A test that is tried again is not to find what it left.
  subject = `Seal numbers ${++count}`;
});

/** A message that has left, watched while it was written. */
async function sent(to: string[], body: object): Promise<{ id: string; watch: WatchJson }> {
  const draft = (
    await product.api<MessageJson>('POST', '/messages', {
      to,
      subject,
      text: 'Which seals are on the crate?',
    })
  ).body;
  const { body: made } = await product.api<WatchJson>('POST', '/watches', { message: draft.id, ...body });
  expect(made).toMatchObject({ state: 'waiting', since: null, at: null });
  const { body: left } = await product.api<DeparturePageJson>('POST', `/messages/${draft.id}/schedule`, {
    plan: { kind: 'now' },
  });
  await product.api('POST', `/departures/${left.departures[0]!.id}/release`);
  await until('it to have left', async () => (await watch(made.id)).since !== null);
  return { id: draft.id, watch: await watch(made.id) };
}

/** Keys go to what is shown: the page has come to life once it has counted. */
async function alive(path: string): Promise<Page> {
  const page = await open(path);
  await sees(page, /Inbox\s*\d+/, 'header');
  return page;
}

describe('a watch', () => {
  it('by keyboard alone: set while writing, back on the second when nobody answers, waited on, closed, undone', async () => {
    const page = await alive('/write');
    await write(page, subject, 'Who signs?', []);
    await page.focus('#to');
    await page.keyboard.type('night-desk@lamp-courier.example');
    await page.keyboard.press('Enter');
    await page.keyboard.press('Escape');
    const line = await find(page, 'button', 'Watch…');
    await line.focus();
    await page.keyboard.press('Enter');
    const field = await find(page, 'combobox', 'Wait until, in words');
    await until('the field to have the focus', () =>
      field.evaluate((each) => each === document.activeElement),
    );
    await sees(page, '3 working days of mine', '[role="dialog"]');
    await page.keyboard.type('in 3 h');
    await find(page, 'button', 'Wait until then');
    await page.keyboard.press('Enter');
    await sees(page, 'If nobody answers: back', 'form');
    // The panel’s own button is nothing to the message it stands beside.
    await press(page, 'button', 'Change…');
    await press(page, 'button', 'Wait 2 working days of theirs');
    await sees(page, 'for 2 working days of mine once it has left', 'form');
    const pending = async () =>
      (await product.api<DeparturePageJson>('GET', '/departures?state=pending')).body.departures.map(
        (each) => each.subject,
      );
    expect(await pending()).not.toContain(subject);
    await page.keyboard.down('Control');
    await page.keyboard.press('Enter');
    await page.keyboard.up('Control');
    const waiting = async () =>
      (await product.api<WatchesJson>('GET', '/watches')).body.watches.find(
        (each) => each.subject === subject,
      );
    await until('it to be held', async () => (await pending()).includes(subject));
    await advance({ advance: 'PT5M' });
    const { at, id } = (await waiting())!;
    await advance({ set: new Date(Date.parse(at!) - 1000).toISOString() });
    expect((await watch(id)).state).toBe('waiting');
    await advance({ set: at });
    await until('it to be back', async () => (await watch(id)).state === 'ran-out');
    expect(await watch(id)).toMatchObject({ endedAt: at });

    const inbox = await alive('/inbox');
    await sees(inbox, subject, '[aria-label="Inbox"], main');
    await inbox.waitForSelector(`[data-row="${(await watch(id)).message}"]`);
    await inbox.focus(`[data-row="${(await watch(id)).message}"]`);
    await inbox.keyboard.press('Enter');
    await sees(inbox, 'No answer', 'section[aria-label="Waiting for an answer"]');
    const more = await find(inbox, 'button', 'Wait on…');
    await more.focus();
    await inbox.keyboard.press('Enter');
    await sees(inbox, '1 working day', '[role="dialog"]');
    await inbox.keyboard.type('1');
    await inbox.keyboard.press('Enter');
    await until('it to wait again', async () => (await watch(id)).state === 'waiting');
    const none = await find(inbox, 'button', 'No more');
    await none.focus();
    await inbox.keyboard.press('Enter');
    await until('it to be closed', async () => (await watch(id)).state === 'ended');
    const undo = await find(inbox, 'button', 'Undo');
    await undo.focus();
    await inbox.keyboard.press('Enter');
    await until('it to wait again', async () => (await watch(id)).state === 'waiting');
  });

  it('of three of their working days ends over a holiday and a weekend, in their zone', async () => {
    // Of Portugal the 1st and the 8th of December are holidays.
    await advance({ set: '2026-12-03T18:00:00Z' });
    const { watch: made, id } = await sent([BELA], {
      deadline: { workingDays: 3, of: 'reader' },
      settledBy: 'me',
      note: 'look at the seals',
    });
    expect(made).toMatchObject({ at: '2026-12-09T17:00:00.000Z', words: '3 working days of Bela Sousa' });
    await advance({ set: '2026-12-09T16:59:59Z' });
    expect((await watch(made.id)).state).toBe('waiting');
    await advance({ set: '2026-12-09T17:00:00Z' });
    await until('it to be back', async () => (await watch(made.id)).state === 'ran-out');
    expect(await message(id)).toMatchObject({
      place: 'inbox',
      returned: { kind: 'silence', at: '2026-12-09T17:00:00.000Z', note: 'look at the seals' },
    });
  });

  it('is closed by an answer, which stands beside it with why; and overruled, and taken back', async () => {
    const { id, watch: made } = await sent([SUNNA], { deadline: { days: 4 } });
    await advance({ advance: 'P3D' });
    await until('the answer', async () => (await watch(made.id)).state === 'settled');
    const [considered] = (await watch(made.id)).considered;
    expect(considered).toMatchObject({
      counts: true,
      why: 'Sunna Eiríksdóttir wrote it; it names this message.',
    });
    const page = await alive(`/write/${id}`);
    await sees(page, /Answered .*counts/s, 'section[aria-label="Waiting for an answer"]');
    await press(page, 'button', 'It does not count');
    await until('it to wait again', async () => (await watch(made.id)).state === 'waiting');
    await press(page, 'button', 'Undo');
    await until('it to be settled again', async () => (await watch(made.id)).state === 'settled');
    expect(await axe(page)).toEqual([]);
  });

  it('while they are away is offered their first day back', async () => {
    const { id, watch: made } = await sent([LUISA], { deadline: { days: 400 } });
    await advance({ advance: 'PT1M' });
    await until('the away-message', async () => (await watch(made.id)).considered.length > 0);
    expect(await watch(made.id)).toMatchObject({ state: 'waiting', considered: [{ counts: false }] });
    const page = await alive(`/write/${id}`);
    await sees(page, 'does not count', 'section[aria-label="Waiting for an answer"]');
  });

  it('of three names the one who has not answered', async () => {
    const { watch: made } = await sent([SUNNA, BELA, NIGHT_DESK], {
      deadline: { days: 5 },
      settledBy: 'everyone',
    });
    await advance({ set: made.at });
    await until('it to be back', async () => (await watch(made.id)).state === 'ran-out');
    expect((await watch(made.id)).readers.map(({ name, answered }) => [name, answered])).toEqual([
      ['Sunna', true],
      ['Bela', true],
      ['Night desk', false],
    ]);
    const page = await alive('/inbox');
    await sees(page, `no answer from Night desk`);
  });
});

describe('Returns', () => {
  it('lists what waits, several at once are closed and that is undone', async () => {
    const made = [await sent([NIGHT_DESK], { deadline: { days: 2 } })];
    subject = `${subject} again`;
    made.push(await sent([NIGHT_DESK], { deadline: { days: 3 } }));
    const page = await alive('/returns');
    await sees(page, subject, 'table[aria-label="What waits for an answer"]');
    for (const name of [subject.replace(' again', ''), subject])
      await press(page, 'checkbox', `Choose “${name}”, Night desk`);
    await sees(page, '2 chosen');
    const group = (await page.$('[aria-label="With those chosen"]'))!;
    const [none] = await group
      .$$('button')
      .then((all) =>
        Promise.all(all.map(async (each) => [await each.evaluate((b) => b.textContent), each] as const)),
      )
      .then((all) => all.filter(([words]) => words === 'No more').map(([, each]) => each));
    await none!.click();
    await until('both to be closed', async () =>
      (await Promise.all(made.map(async ({ watch: { id } }) => (await watch(id)).state))).every(
        (state) => state === 'ended',
      ),
    );
    await press(page, 'button', 'Undo');
    await until('both to wait', async () =>
      (await Promise.all(made.map(async ({ watch: { id } }) => (await watch(id)).state))).every(
        (state) => state === 'waiting',
      ),
    );
    expect(await axe(page)).toEqual([]);
    expect(await textOf(page, 'nav[aria-label="Views"]')).toMatch(/Returns\s*\d+/);
  });

  it('counts what has left and nobody has answered', async () => {
    const { watch: made } = await sent([NIGHT_DESK], { deadline: { days: 2 } });
    const page = await alive('/departures?part=left');
    await sees(page, new RegExp(`${subject}.*no answer for`, 's'), 'table');
    expect(Date.parse(made.at!)).toBeGreaterThan(await now());
    const { body } = await product.api<DeparturePageJson>(
      'GET',
      '/departures?state=sent&unanswered=true&limit=500',
    );
    expect(body.departures.every(({ answeredAt }) => answeredAt === null)).toBe(true);
    expect(body.departures.map((each) => each.subject)).toContain(subject);
  });
});
