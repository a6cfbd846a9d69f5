/** Times that are offered, in the interface: by keys and by mouse, taken, raced for, given back, over; and instead of one that was proposed. */
import { describe, expect, it } from 'vitest';
import type {
  DeparturePageJson,
  EventJson,
  FoundTimesJson,
  MailboxJson,
  MessageJson,
  MessagePageJson,
  OffersJson,
  QuestionJson,
} from '#api/types';
import { axe, chord, fill, find, focusedName, press, sees, textOf, valueOf } from '../support/browser';
import { addReader, demoPages } from '../support/demo';
import { deliver } from '../support/lmtp';
import { mailOf } from '../support/mail';
import type { Product } from '../support/product';
import { preparedIn } from '../support/questions';
import { until } from '../support/until';

let product: Product;
const { open, advance } = demoPages((demo) => {
  product = demo.product;
  return product.api('POST', '/clock', { rate: 0 });
});

const ME = 'registrar@wrenfield.example';
const [ANN, BOB] = ['ann@harbour.example', 'bob@harbour.example'];
const offers = async () => (await product.api<OffersJson>('GET', '/offers')).body.offers;
const offering = (summary: string) =>
  until(`the offer ${summary}`, async () => (await offers()).find((each) => each.offer?.summary === summary));
const seen = async ({ id }: { id: string }) => (await product.api<QuestionJson>('GET', `/offers/${id}`)).body;
const states = async (offer: QuestionJson) => (await seen(offer)).offer!.slots.map(({ state }) => state);
const calls = async (summary: string) =>
  (
    await product.api<{ events: EventJson[] }>(
      'GET',
      '/events?from=2026-11-20T00:00:00Z&until=2027-02-01T00:00:00Z',
    )
  ).body.events.filter((each) => each.summary === summary && each.status !== 'cancelled');
const mailbox = async (address: string) =>
  (
    await product.api<MailboxJson>('GET', `/postoffice/mailboxes/${encodeURIComponent(address)}`)
  ).body.messages.filter(({ direction }) => direction === 'received');
/** Sends a message that offers times, each reader a copy, and waits until it has left. */
async function sent(summary: string, to: string[], more: object = {}): Promise<QuestionJson> {
  // Each has days of its own: what one has taken another cannot offer.
  const [first, next] = [++day, ++day].map((each) => `2026-12-${String(each).padStart(2, '0')}`);
  const { body: message } = await product.api<MessageJson>('POST', '/messages', {
    to,
    subject: `About ${summary}`,
    text: 'Dear all,\n\nplease choose.',
  });
  const { status } = await product.api('POST', '/offers', {
    message: message.id,
    summary,
    minutes: 30,
    slots: [`${first}T10:00:00Z`, `${first}T12:00:00Z`, `${next}T10:00:00Z`],
    deadline: { hours: 48 },
    ...more,
  });
  expect(status).toBe(201);
  await product.api('POST', `/messages/${message.id}/schedule`, {
    plan: { kind: 'now' },
    copies: 'individual',
  });
  const { body } = await product.api<MessageJson>('GET', `/messages/${message.id}`);
  for (const { id } of body.departures) await product.api('POST', `/departures/${id}/release`);
  const offer = await offering(summary);
  await preparedIn(product, offer, to);
  return offer;
}
let count = 0;
let day = 6;
/** Presses one of the times, as a mail program does. @param message the offer, or what offers again what is left */
async function take(message: string, from: string, slot: number): Promise<void> {
  const [links] = await preparedIn(product, { message }, [from]);
  const mail = mailOf({ id: `take${count++}`, from, to: ME, subject: 'Re: it', text: links![slot]!.body });
  await deliver(product.lmtpPort, from, ME, mail);
}
/** The newest message that has left under a subject. */
const leftAs = (subject: string): Promise<string> =>
  until(`“${subject}” to leave`, async () => {
    const { body } = await product.api<DeparturePageJson>(
      'GET',
      '/departures?state=sent&order=latest&limit=50',
    );
    return body.departures.find((each) => each.subject === subject)?.messageId;
  });

describe('an offer', () => {
  it('begun is gone on with after a reload, and not once it is made', async () => {
    const { body: draft } = await product.api<MessageJson>('POST', '/messages', {
      to: ['bela@wrenfield.example'],
      subject: 'Begun',
      text: 'When?',
    });
    const page = await open(`/write/${draft.id}`);
    await press(page, 'button', 'Offer times…');
    await fill(page, 'textbox', 'Where, or how', 'gallery 3');
    await press(page, 'button', 'Suggest four');
    const picked = () => page.$$('[aria-label="Times offered"] li').then((all) => all.length);
    await until('four to be picked', async () => (await picked()) === 4);
    await page.reload();
    await until('them to be there again', async () => (await picked()) === 4);
    await press(page, 'button', 'Offer these');
    await sees(page, /Offers: Begun, 30 min/);
    await page.reload();
    await sees(page, /Offers: Begun, 30 min/);
    expect(await page.$('[role="slider"]')).toBeNull();
  });

  it('is made by keys alone: suggested, picked with arrows, in words; changed, sent, and taken', async () => {
    const page = await open('/write?new=1');
    await addReader(page, 'prak', 'Prakriti Thapa');
    await page.keyboard.press('Escape');
    await fill(page, 'textbox', 'Subject', 'The logger');
    await fill(page, 'textbox', 'Text', 'Namaste Prakriti,\n\nwhen may I call you?');
    await chord(page, 'Alt+Shift+H');
    await until('the focus in what it is about', () =>
      page.evaluate(() => document.activeElement?.matches('[role="dialog"] input')),
    );
    await page.keyboard.down('Control');
    await page.keyboard.press('a');
    await page.keyboard.up('Control');
    await page.keyboard.type('Logger call');
    // Nothing is offered where nothing is picked, and it is said.
    await chord(page, 'Control+Enter');
    await sees(page, 'Choose 1 to 8 times to offer.', '[role="alert"]');
    await (await find(page, 'button', 'Suggest four')).focus();
    await page.keyboard.press('Enter');
    const picked = () => page.$$('[aria-label="Times offered"] li').then((all) => all.length);
    await until('four to be picked', async () => (await picked()) === 4);
    await sees(page, 'in Kathmandu', '[aria-label="Times offered"]');
    await page.focus('[role="slider"]');
    const value = () => page.$eval('[role="slider"]', (each) => each.getAttribute('aria-valuetext')!);
    expect(await value()).toMatch(/^picked; .* in Kathmandu; free/);
    await page.keyboard.press('Enter');
    await until('it to be taken out', async () => (await picked()) === 3);
    const before = await value();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowRight');
    expect(await value()).not.toBe(before);
    await page.keyboard.press('PageDown');
    await page.keyboard.press(' ');
    await until('one to be picked', async () => (await picked()) === 4);
    expect(await axe(page)).toEqual([]);
    await fill(page, 'textbox', 'A time in words', 'fri 4 dec 13:00 in kathmandu');
    await sees(page, '07:15', '[role="dialog"]');
    await page.keyboard.press('Enter');
    await until('one more', async () => (await picked()) === 5);
    await chord(page, 'Control+Enter');
    await sees(page, /Offers: Logger call, 30 minutes: .*Fri 4 Dec 07:15–07:45/);
    await until('the focus on the opener', async () => (await focusedName(page)) === 'Offer times…');
    // Taken off, and brought back by undo with its times.
    await (await find(page, 'button', 'No times')).focus();
    await page.keyboard.press('Enter');
    await until('the line to be gone', async () => !(await textOf(page)).includes('Offers:'));
    await chord(page, 'Control+z');
    await sees(page, /Offers: Logger call, 30 minutes: .*Fri 4 Dec 07:15–07:45/);
    await chord(page, 'Control+Enter');
    await until('it to be held', async () =>
      (await offers()).some((each) => each.offer!.summary === 'Logger call'),
    );
    const calendar = await open('/calendar?on=2026-12-04&view=day');
    await sees(calendar, /offered 07:15/);
    expect(await axe(calendar)).toEqual([]);
    await advance({ advance: 'PT2M' });
    const offer = await offering('Logger call');
    await preparedIn(product, offer, ['prakriti@lamp-courier.example']);
    expect((await states(offer)).every((state) => state === 'open')).toBe(true);
    await take(offer.message, 'prakriti@lamp-courier.example', 4);
    const [event] = await until('it to be in the calendar', async () => {
      const all = await calls('Logger call');
      return all.length > 0 && all;
    });
    expect(event).toMatchObject({ at: '2026-12-04T07:15:00.000Z', attendees: [{ name: 'Prakriti Thapa' }] });
    // What is open follows without a reload.
    await sees(calendar, /07:15–07:45\s*Logger call/);
    await until('it to be offered no more', async () => !(await textOf(calendar)).includes('offered'));
    await advance({ advance: 'PT1M' });
    const got = await until('the invitation', async () =>
      (await mailbox('prakriti@lamp-courier.example')).find(
        ({ subject }) => subject === 'Invitation: Logger call',
      ),
    );
    expect(got.text).toContain('13:00');
    // Called off, who knows of it is told.
    await calendar.goto(`${product.origin}/calendar?event=${event!.id}&on=2026-12-04`);
    await (await find(calendar, 'button', 'Call off')).focus();
    await calendar.keyboard.press('Enter');
    await until('the message that tells it', () => calendar.url().includes('/write/'));
    await until(
      'its subject',
      async () =>
        (await calendar.$('#subject')) && (await valueOf(calendar, '#subject')) === 'Called off: Logger call',
    );
    expect(await calls('Logger call')).toEqual([]);
  });

  it('raced for: the first has it, the other is told at once, and takes what is left', async () => {
    const offer = await sent('Rudder talk', [ANN, BOB]);
    const page = await open(`/inbox/${offer.message}`);
    await Promise.all([take(offer.message, ANN, 1), take(offer.message, BOB, 1)]);
    await until('both to be heard', async () => (await seen(offer)).given.length === 2);
    expect((await seen(offer)).given.map(({ status }) => status).sort()).toEqual(['counts', 'late']);
    expect(await calls('Rudder talk')).toHaveLength(1);
    const loser = (await seen(offer)).given.find(({ status }) => status === 'late')!.from.address;
    await advance({ advance: 'PT1M' });
    const told = await until('what is left', async () =>
      (await mailbox(loser)).find(({ text }) => text.includes('has been taken in the meantime')),
    );
    const [first, second, third] = offer.answers;
    expect(told.text).toContain(`1. ${first}`);
    expect(told.text).not.toContain(`2. ${second}`);
    expect(told.text).toContain(`3. ${third}`);
    await sees(page, 'In the calendar', '[aria-label="Times offered"]');
    await sees(page, 'has been taken meanwhile', '[aria-label="Times offered"]');
    await take(await leftAs('Re: About Rudder talk'), loser, 1);
    await until('both to have one', async () => (await calls('Rudder talk')).length === 2);
    await sees(page, 'all 2 have answered', '[aria-label="Times offered"]');
    expect(await axe(page)).toEqual([]);
  });

  it('what my calendar has filled meanwhile nobody has, and it says so', async () => {
    const offer = await sent('Keel talk', [ANN]);
    const page = await open(`/inbox/${offer.message}`);
    await product.api('POST', '/events', {
      summary: 'Dry dock',
      start: `${offer.offer!.slots[0]!.at.slice(0, 10)}T09:45`,
      end: `${offer.offer!.slots[0]!.at.slice(0, 10)}T11:00`,
      zone: 'Etc/UTC',
    });
    await sees(page, 'not free any more: Dry dock', '[aria-label="Times offered"]');
    await take(offer.message, ANN, 0);
    await until('it to be heard', async () => (await seen(offer)).given.length === 1);
    expect(await calls('Keel talk')).toEqual([]);
  });

  it('over, nothing of it is kept: not in the calendar, not for who answers then', async () => {
    const offer = await sent('Mast talk', [ANN], { deadline: { hours: 1 } });
    const calendar = await open('/calendar?on=2026-12-05&view=list');
    await sees(calendar, /offered: Mast talk, to ann@harbour.example/i);
    await advance({ advance: 'PT2H' });
    await until('it to be offered no more', async () => !/offered: Mast talk/i.test(await textOf(calendar)));
    await take(offer.message, ANN, 2);
    await until('it to be heard', async () => (await seen(offer)).given.length === 1);
    expect((await seen(offer)).given[0]).toMatchObject({ status: 'late' });
    expect(await calls('Mast talk')).toEqual([]);
    await advance({ advance: 'PT1M' });
    await until('them to be told', async () =>
      (await mailbox(ANN)).some(({ text }) => text.includes('is not kept any more')),
    );
    // It is theirs where I say so, and not, where I undo that.
    const page = await open(`/inbox/${offer.message}`);
    await press(page, 'button', offer.answers[2]!);
    await until('it to be theirs', async () => (await calls('Mast talk')).length === 1);
    await press(page, 'button', 'Undo');
    await until('it to be nobody’s', async () => (await calls('Mast talk')).length === 0);
  });

  it('one time for all: each may choose several, and I may settle on one', async () => {
    const offer = await sent('Sail talk', [ANN, BOB], { agreement: 'everyone' });
    const page = await open(`/inbox/${offer.message}`);
    await take(offer.message, ANN, 0);
    await take(offer.message, ANN, 2);
    await take(offer.message, BOB, 1);
    await until('all to be heard', async () => (await seen(offer)).given.length === 3);
    expect((await seen(offer)).readers.map(({ chosen }) => chosen)).toEqual([[0, 2], [1]]);
    await until('three times to be chosen', async () =>
      (await page.$$eval('[aria-label="Times offered"] dd b', (all) => all.map((each) => each.textContent)))
        .slice(0, 3)
        .every((each) => each === '1'),
    );
    const [settle] = await until('the buttons', async () => {
      const all = await page.$$('::-p-aria(Settle on this)');
      return all.length === 3 && all;
    });
    await settle!.focus();
    await page.keyboard.press('Enter');
    await sees(page, `Settled: ${offer.answers[0]}`, '[aria-label="Notice"]');
    expect((await calls('Sail talk')).map(({ attendees }) => attendees.length)).toEqual([2]);
    await sees(page, 'In the calendar', '[aria-label="Times offered"]');
  });

  it('two windows: what was changed in the other is not written over', async () => {
    const { body: draft } = await product.api<MessageJson>('POST', '/messages', {
      to: [ANN],
      subject: 'Two windows',
      text: 'x',
    });
    const slots = ['2027-01-14T10:00:00Z'];
    await product.api('POST', '/offers', { message: draft.id, summary: 'Deck talk', minutes: 30, slots });
    const page = await open(`/write/${draft.id}`);
    await press(page, 'button', 'Change times…');
    await sees(page, 'Thu 14 Jan 2027 10:00–10:30', '[aria-label="Times offered"]');
    const { body } = await product.api<OffersJson>('GET', `/offers?message=${draft.id}`);
    await product.api('PATCH', `/offers/${body.offers[0]!.id}`, { place: 'on deck' });
    await press(page, 'button', 'Keep the changes');
    await sees(page, /changed/i, '[aria-label="Notice"]');
    expect((await product.api<QuestionJson>('GET', `/offers/${body.offers[0]!.id}`)).body.offer!.place).toBe(
      'on deck',
    );
  });
});

it('other times are offered instead of one a message speaks of, in one step', async () => {
  const inbox = (await product.api<MessagePageJson>('GET', '/inbox')).body.messages;
  const asked = inbox.find(({ subject }) => subject === 'Lacquer panels')!;
  const found = (await product.api<FoundTimesJson>('GET', `/messages/${asked.id}/times`)).body.times;
  expect(found.length).toBeGreaterThan(0);
  const page = await open(`/inbox/${asked.id}`);
  const [button] = await until('the button', async () => {
    const all = await page.$$('::-p-aria(Offer other times)');
    return all.length === found.length && all;
  });
  await button!.focus();
  await page.keyboard.press('Enter');
  await until(
    'times to be picked',
    async () => (await page.$$('[aria-label="Times offered"] li')).length > 0,
  );
  await chord(page, 'Control+Enter');
  await sees(page, /Offers: Lacquer panels, 30 minutes/);
  const draft = await until('the draft', () => /\/write\/([\w-]+)$/.exec(page.url())?.[1]);
  const { body } = await product.api<MessageJson>('GET', `/messages/${draft}`);
  expect(body).toMatchObject({ threadId: asked.threadId, subject: 'Re: Lacquer panels' });
});

it('the page of a reader outside has the times on their clock, and what is taken is not there', async () => {
  // Without a public address there is no page: the links are all there is.
  const offer = await sent('No page', [ANN]);
  const [links] = await preparedIn(product, offer, [ANN]);
  expect(links).toHaveLength(4);
  expect((await mailbox(ANN)).find(({ subject }) => subject === 'About No page')!.text).not.toContain(
    '/answer/',
  );
});
