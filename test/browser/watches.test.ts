/** Waiting for answers: set, kept to the second, settled, overruled; with the mouse and by keyboard alone. */
import { beforeEach, describe, expect, it, onTestFinished } from 'vitest';
import type { Page } from 'puppeteer-core';
import type {
  DeparturePageJson,
  MailboxJson,
  MessageJson,
  MessagePageJson,
  WatchesJson,
  WatchJson,
} from '#api/types';
import { axe, bodyText, chord, fill, find, has, named, press, sees, textOf } from '../support/browser';
import { demoPages, write } from '../support/demo';
import { mailOf } from '../support/mail';
import { startProduct, type Product } from '../support/product';
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
  it('while they are away is offered their first day back', async () => {
    const { id, watch: made } = await sent([LUISA], { deadline: { days: 400 } });
    await advance({ advance: 'PT1M' });
    await until('the away-message', async () => (await watch(made.id)).considered.length > 0);
    expect(await watch(made.id)).toMatchObject({ state: 'waiting', considered: [{ counts: false }] });
    const page = await alive(`/write/${id}`);
    await sees(page, 'does not count', 'section[aria-label="Waiting for an answer"]');
    // In one press it is their leave, and the offer is gone; undone, it is there again.
    const { leave } = (await watch(made.id)).back!;
    const noted = async () => (await watch(made.id)).back?.leave === null;
    await press(page, 'button', `Note it as leave: ${leave!.words}`);
    await until('it to be noted', noted);
    await until(
      'the offer to be gone',
      async () => !(await has(page, 'button', `Note it as leave: ${leave!.words}`)),
    );
    await press(page, 'button', 'Undo');
    await until('it to be undone', async () => !(await noted()));
    // In another it is waited for until they are back.
    const { words, at } = (await watch(made.id)).back!;
    await press(page, 'button', `${words}: wait until Tue 1 Dec 20:00`);
    await until('it to be extended', async () => (await watch(made.id)).at === at);
    expect(at).toBe('2026-12-01T20:00:00.000Z');
  });

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

describe('a chaser', () => {
  const states = async (id: string) => (await watch(id)).chasers!.made.map(({ state }) => state);
  const chased = (then: 'leave' | 'review') => ({
    deadline: { hours: 1 },
    chasers: { text: 'Has it come?', then, times: 2 },
  });

  it('is held when nobody has answered, and a late answer stops it', async () => {
    // A Monday on which I am at work.
    await advance({ set: '2027-01-11T09:55:00Z' });
    const { watch: made, id } = await sent([NIGHT_DESK], chased('leave'));
    await advance({ set: made.at });
    await until('the chaser to be held', async () => (await states(made.id)).join() === 'leaves');
    const page = await alive(`/write/${id}`);
    await sees(page, 'Then chaser 1 of 2 leaves', 'section[aria-label="Waiting for an answer"]');
    await find(page, 'button', 'Take back, to Night desk');
    expect(await axe(page)).toEqual([]);
    const late = mailOf({ from: NIGHT_DESK, subject: `Re: ${subject}`, text: 'Mr Lum signs.' });
    await product.takeIn('registrar@wrenfield.example', late.toString());
    await until('the wait to be over', async () => (await watch(made.id)).state === 'settled');
    await until('nothing to be held', async () => !(await has(page, 'button', 'Take back, to Night desk')));
    expect(await states(made.id)).toEqual([]);
    await advance({ advance: 'PT10M' });
    const { messages } = (
      await product.api<MailboxJson>('GET', '/postoffice/mailboxes/night-desk@lamp-courier.example')
    ).body;
    expect(messages.filter((each) => each.subject.includes(subject))).toHaveLength(1);
  });

  it('that is open while the wait is closed elsewhere says that it is gone; with words of mine it stays', async () => {
    await advance({ set: '2027-01-12T10:00:00Z' });
    const { watch: made } = await sent([NIGHT_DESK], chased('review'));
    await advance({ set: made.at });
    await until('the chaser', async () => (await states(made.id)).join() === 'stands-still');
    const untouched = await alive(`/write/${(await watch(made.id)).chasers!.made[0]!.message}`);
    await sees(untouched, 'this chaser waits for your look');
    await product.api('DELETE', `/watches/${made.id}`);
    await sees(untouched, 'This message is gone');

    subject = `${subject}, once more`;
    const { watch: second } = await sent([NIGHT_DESK], chased('review'));
    await advance({ set: second.at });
    await until('the chaser', async () => (await states(second.id)).join() === 'stands-still');
    const { message: chaser } = (await watch(second.id)).chasers!.made[0]!;
    const page = await alive(`/write/${chaser}`);
    await fill(page, 'textbox', 'Text', 'Words of my own');
    await until('them to be kept', async () => (await message(chaser)).text.includes('Words of my own'));
    await product.api('DELETE', `/watches/${second.id}`);
    await until('it to have heard of it', async () => (await watch(second.id)).state === 'ended');
    expect((await message(chaser)).departures.map(({ state }) => state)).toEqual(['paused']);
    expect(await bodyText(page)).toContain('Words of my own');
  });

  it('is asked for by keyboard, waits for a look, and is let go', async () => {
    const page = await alive('/write');
    await write(page, subject, 'Who signs?', []);
    await page.focus('#to');
    await page.keyboard.type('night-desk@lamp-courier.example');
    await page.keyboard.press('Enter');
    await page.keyboard.press('Escape');
    await (await find(page, 'button', 'Watch…')).focus();
    await page.keyboard.press('Enter');
    await (await find(page, 'combobox', 'If not')).focus();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Enter');
    await fill(page, 'textbox', 'It says', 'May I ask again?');
    await (await find(page, 'button', 'Wait 2 working days of theirs')).focus();
    await page.keyboard.press('Enter');
    await sees(page, 'If nobody answers: a chaser', 'form');
    await chord(page, 'Control+Enter');
    const waiting = async () =>
      (await product.api<WatchesJson>('GET', '/watches')).body.watches.find(
        (each) => each.subject === subject,
      );
    await until('it to be sent', async () => (await waiting()) && !(await page.$('form[data-writing]')));
    await advance({ advance: 'PT5M' });
    const { id, at, chasers } = (await waiting())!;
    expect(chasers).toMatchObject({ text: 'May I ask again?', then: 'review', times: 1 });
    await advance({ set: at });
    await until('the chaser', async () => (await states(id)).join() === 'stands-still');
    const inbox = await alive('/inbox');
    await sees(inbox, 'Chaser 1 of 1 waits for your look', 'main');
    const { message: chaser } = (await watch(id)).chasers!.made[0]!;
    const written = await alive(`/write/${chaser}`);
    await sees(written, 'this chaser waits for your look');
    await sees(written, 'the wait it is part of goes on', 'form');
    expect(await bodyText(written)).toContain('May I ask again?');
    await (await find(written, 'textbox', 'Subject')).focus();
    await chord(written, 'Control+Enter');
    await until('it to go', async () => (await states(id)).join() === 'leaves');
    await advance({ advance: 'PT5M' });
    await until('it to have left', async () => (await states(id)).join() === 'left');
  });
});

it('what is usual is said once, told beside the moment, and left out where that is wanted', async () => {
  const settings = await alive('/settings/writing');
  await press(settings, 'button', 'Watch as usual');
  await sees(
    settings,
    'Everyone else: 2 working days of the reader',
    '[aria-label="What is usually waited for"]',
  );
  expect(await axe(settings)).toEqual([]);
  const watched = async () =>
    (await product.api<WatchesJson>('GET', '/watches?limit=500')).body.watches.filter(
      (each) => each.subject === subject,
    );
  for (const wanted of [false, true]) {
    const page = await alive('/write');
    await write(page, subject, 'Which seals?', [['bela', 'Bela Sousa']]);
    await sees(page, 'waiting 2 working days of Bela Sousa, as usual', 'form');
    if (!wanted) {
      await press(page, 'button', 'Not this time');
      await sees(page, 'If nobody answers: nothing', 'form');
    }
    await chord(page, 'Control+Enter');
    await until('it to be sent', async () => !(await page.$('form[data-writing]')));
    expect(await watched()).toHaveLength(wanted ? 1 : 0);
  }
  await settings.bringToFront();
  await press(settings, 'button', 'No more: everyone else');
  await sees(settings, 'Nothing is watched by itself.');
});

it('when somebody answers is drawn, and said in a list', async () => {
  const page = await alive('/correspondents');
  await page.locator('::-p-text(Prakriti Thapa)').click();
  await sees(page, 'When Prakriti Thapa answers');
  await sees(page, /Tue 09:00 to 10:00: \d answers/, '[aria-label="Their hours, most answers first"]');
  await sees(page, /within 24 h\s*7/, '[aria-label="How fast"]');
  expect(await axe(page)).toEqual([]);
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
    // Chased together, each has a draft of its own; that is undone too.
    const drafts = async () =>
      (await product.api<MessagePageJson>('GET', '/messages?limit=500')).body.messages.filter((each) =>
        each.subject.startsWith(`Re: ${subject.replace(' again', '')}`),
      );
    for (const name of [subject.replace(' again', ''), subject])
      await press(page, 'checkbox', `Choose “${name}”, Night desk`);
    const both = (await page.$('[aria-label="With those chosen"]'))!;
    await (await named(both, 'button', 'Chase now'))!.click();
    await sees(page, '2 chasers are among the drafts', '[aria-label="Notice"]');
    expect((await drafts()).map((each) => each.to.map(({ address }) => address))).toEqual([
      ['night-desk@lamp-courier.example'],
      ['night-desk@lamp-courier.example'],
    ]);
    await press(page, 'button', 'Undo');
    await sees(page, 'Undone: the chasers are no drafts any more.', '[aria-label="Notice"]');
    expect(await drafts()).toEqual([]);
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

it('a link that is waited for leads through here: looked at it changes nothing, opened it ends the wait', async () => {
  const other = await startProduct('demo', { OAK_ORIGIN: 'https://lantern.place.example' });
  onTestFinished(() => other.stop().then(() => {}));
  const page = 'https://forms.place.example/crates?lot=7&part=2';
  const { body: draft } = await other.api<MessageJson>('POST', '/messages', {
    to: [BELA],
    subject: 'The form',
    text: `Please fill it in: ${page}`,
  });
  const wait = { message: draft.id, deadline: { days: 3 }, settledBy: 'visit' };
  const { body: made } = await other.api<WatchJson>('POST', '/watches', wait);
  await other.api('POST', `/messages/${draft.id}/schedule`, { plan: { kind: 'now' } });
  await other.moveClock({ advance: 'PT2M' });
  const { body: box } = await other.api<MailboxJson>('GET', '/postoffice/mailboxes/bela@wrenfield.example');
  const { text } = box.messages.find((each) => each.subject === 'The form')!;
  const path = /https:\/\/lantern\.place\.example(\/visit\/[\w-]+)/.exec(text)![1]!;
  expect(text).not.toContain('forms.place.example');
  const ask = (init: RequestInit) => fetch(other.origin + path, { redirect: 'manual', ...init });
  const state = async () => (await other.api<WatchJson>('GET', `/watches/${made.id}`)).body.state;
  for (const look of [{ method: 'HEAD' }, { headers: { 'sec-purpose': 'prefetch' } }]) {
    const seen = await ask(look);
    expect([seen.status, seen.headers.get('location'), await state()]).toEqual([302, page, 'waiting']);
  }
  expect((await ask({ method: 'POST' })).status).toBe(404);
  const opened = await ask({});
  expect([opened.status, opened.headers.get('location'), await state()]).toEqual([302, page, 'settled']);
  // Here nobody outside could follow it.
  const { body: here } = await product.api<MessageJson>('POST', '/messages', {
    to: [BELA],
    subject,
    text: page,
  });
  const refused = await product.api('POST', '/watches', { ...wait, message: here.id });
  expect(refused).toMatchObject({
    status: 422,
    body: { detail: expect.stringContaining('OAK_ORIGIN') as string },
  });
});
