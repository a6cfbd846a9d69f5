/** The right moment for each reader: by phrase, by suggestion, on each clock; and the people it is for. */
import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import type { CorrespondentJson, DepartureJson, DeparturePageJson, MessagePageJson } from '#api/types';
import { chord, fill, find, press, sees, textOf } from '../support/browser';
import { addReader, demoPages, write } from '../support/demo';
import type { Product } from '../support/product';
import { until } from '../support/until';

let product: Product;
const { open, mailbox, advance } = demoPages((demo) => {
  product = demo.product;
  return product.api('POST', '/clock', { rate: 0 });
});

const WHEN = 'When, in words';

/** Types when, and waits until the words are understood. */
async function say(page: Page, phrase: string, understood: string | RegExp) {
  await fill(page, 'combobox', WHEN, phrase);
  await sees(page, understood, 'section[aria-labelledby="moment-heading"]');
}

const received = async (address: string, subject: string) =>
  (await mailbox(address)).filter((message) => message.subject === subject);

const personNamed = async (wanted: string) =>
  (
    await product.api<{ correspondents: CorrespondentJson[] }>('GET', '/correspondents')
  ).body.correspondents.find(({ name }) => name === wanted)!;
const keshav = () => personNamed('Keshav Rai');

// In the order of the moments, since the clock only goes forward.
describe('a phrase, typed, scheduled and received on the second', () => {
  it.each([
    [
      'prak',
      'Prakriti Thapa',
      'prakriti@lamp-courier.example',
      'thursday 8:30, theirs',
      'Thu 26 Nov at 08:30 in Kathmandu',
      '2026-11-26T02:45:00.000Z',
    ],
    [
      'maris',
      'Marisol Quintero',
      'marisol@harbour-conservation.example',
      'fri 9h10 St. John’s',
      'Fri 27 Nov at 09:10 in St. John’s',
      '2026-11-27T12:40:00.000Z',
    ],
    [
      'aroha',
      'Aroha Tuhiwai',
      'aroha@chatham-lightkeepers.example',
      'tuesday the 1st 8:15 their time',
      'Tue 1 Dec at 08:15 in Chatham Islands',
      '2026-11-30T18:30:00.000Z',
    ],
    // Clocks go back in Adelaide on 4 April: 8:30 is then half an hour past nine of what it was.
    [
      'ewan',
      'Ewan Tregear',
      'ewan@gallery-three.example',
      '6 apr 8:30 in Adelaide',
      'Tue 6 Apr 2027 at 08:30 in Adelaide',
      '2027-04-05T23:00:00.000Z',
    ],
  ])('%s', async (letters, name, address, phrase, understood, at) => {
    const page = await open('/write');
    await write(page, `For ${name}`, 'Hello', [[letters, name]]);
    await say(page, phrase, understood);
    await chord(page, 'Control+Enter');
    await page.waitForFunction(() => location.pathname === '/departures');
    await sees(page, `For ${name}`, 'table');
    await advance({ set: new Date(Date.parse(at) - 60_000).toISOString() });
    expect(await received(address, `For ${name}`)).toEqual([]);
    await advance({ set: at });
    const [message] = await until('it to arrive', async () => {
      const messages = await received(address, `For ${name}`);
      return messages.length > 0 && messages;
    });
    expect(message!.at).toBe(at);
  });
});

describe('the phrase field', () => {
  it('shows the readings of an ambiguous phrase to pick from by keys; until then nothing leaves', async () => {
    const page = await open('/write');
    await write(page, 'Ambiguous', 'x', [['bela', 'Bela Sousa']]);
    await say(page, 'next friday at 3', 'Which one?');
    await chord(page, 'Control+Enter');
    await sees(page, /The words mean 4 moments: choose one/, 'footer');
    const field = await find(page, 'combobox', WHEN);
    await field.focus();
    await page.keyboard.press('ArrowDown');
    const first = await page.$eval('[role="option"]', (option) => option.textContent);
    await page.keyboard.press('Enter');
    await sees(page, /Leaves Fri .* at 15:00 your time/, 'footer');
    expect(first).toMatch(/^Fri .* at 15:00 your time$/);
  });

  it('says which part it does not understand, and sends nothing meanwhile', async () => {
    const page = await open('/write');
    await write(page, 'Nonsense', 'x', [['bela', 'Bela Sousa']]);
    await say(page, 'wed 9:10 or so', '“or” is no word for a moment, and no city or reader.');
    await chord(page, 'Control+Enter');
    await sees(page, 'When? “or” is no word for a moment, and no city or reader.', 'footer');
    const { body } = await product.api<DeparturePageJson>('GET', '/departures?state=held,scheduled');
    expect(body.departures.map(({ subject }) => subject)).not.toContain('Nonsense');
  });

  it('takes a suggestion by its number, which names date and both times', async () => {
    const page = await open('/write');
    await addReader(page, 'haruki', 'Haruki Anzai');
    await page.keyboard.press('Escape');
    await sees(page, /1\s*When their day starts|1\s*First thing, their next working day/);
    const option = await page.$eval('[role="option"]', (each) => (each as HTMLElement).innerText);
    expect(option).toMatch(/\d\d:\d\d Osaka · .*\d\d:\d\d you/);
    await fill(page, 'combobox', WHEN, '1');
    await page.keyboard.press('Enter');
    await sees(page, /lands \w+ .*at 09:00 in Osaka \(at work\)/, 'footer');
  });
});

describe('copies', () => {
  it('land at one time where each reader is, folded or singly', async () => {
    const page = await open('/write');
    await write(page, 'Three clocks', 'x', [
      ['haruki', 'Haruki Anzai'],
      ['prak', 'Prakriti Thapa'],
      ['maris', 'Marisol Quintero'],
    ]);
    await say(page, '12 may 8:30, each', 'Wed 12 May at 08:30 where each reader is');
    await press(page, 'button', 'Schedule 3 copies');
    await page.waitForFunction(() => location.pathname === '/departures');
    await advance({ set: '2027-05-13T00:00:00Z' });
    const arrivals = await Promise.all(
      [
        'h.anzai@lacquer-osaka.example',
        'prakriti@lamp-courier.example',
        'marisol@harbour-conservation.example',
      ].map((address) => received(address, 'Three clocks')),
    );
    expect(arrivals.map((messages) => messages.map(({ at, to }) => `${at} ${to.length}`))).toEqual([
      ['2027-05-11T23:30:00.000Z 1'],
      ['2027-05-12T02:45:00.000Z 1'],
      ['2027-05-12T11:00:00.000Z 1'],
    ]);
  });

  it('do not give away who else has one', async () => {
    const { body } = await product.api<{ id: string }>('POST', '/messages', {
      to: ['bela@wrenfield.example'],
      bcc: ['sunna@reykjavik-freight.example'],
      subject: 'Hidden',
      text: 'x',
    });
    await product.api('POST', `/messages/${body.id}/schedule`, {
      plan: { kind: 'now' },
      copies: 'individual',
    });
    await advance({ advance: 'PT3M' });
    for (const address of ['bela@wrenfield.example', 'sunna@reykjavik-freight.example']) {
      const [message] = await received(address, 'Hidden');
      const other = address.startsWith('bela') ? 'sunna' : 'bela';
      expect(message!.headers).toContain(address);
      expect(message!.headers).not.toContain(other);
    }
  });
});

describe('warnings', () => {
  it('come with a way out that is one press', async () => {
    const page = await open('/write');
    await addReader(page, 'haruki', 'Haruki Anzai');
    await page.keyboard.press('Escape');
    await say(page, 'saturday 10:00, theirs', /Sat .* at 10:00 in Osaka/);
    await sees(page, 'It lands on a day off of Haruki Anzai', 'footer');
    await (await page.waitForSelector('footer ul button'))!.click();
    await sees(page, /Leaves Mon .*lands Mon .*at 09:00 in Osaka \(at work\)/, 'footer');
    expect(await textOf(page, 'footer')).not.toContain('day off');
  });

  it('a time zone that is missed is told where it is missed', async () => {
    const page = await open('/write');
    await addReader(page, 'kesh', 'Keshav Rai');
    // With nothing typed, Tab goes on instead of taking somebody.
    await page.keyboard.press('Tab');
    await sees(page, 'The time zone of Keshav Rai is not known.', 'footer');
    expect(await page.$$('form .ant-tag')).toHaveLength(1);
    await find(page, 'button', 'Confirm Kathmandu');
    await press(page, 'button', 'Another zone');
    await (await find(page, 'combobox', 'Time zone of Keshav Rai')).focus();
    await page.keyboard.type('dhaka');
    await sees(page, 'Dhaka, Bangladesh');
    await page.keyboard.press('Enter');
    await sees(page, 'Keshav Rai is on the clock of Dhaka.');
    await sees(page, /lands .* in Dhaka/, 'footer');
    expect((await keshav()).zone).toBe('Asia/Dhaka');
    await product.api('PATCH', `/correspondents/${(await keshav()).id}`, { zone: null });
  });
});

it('shows when most readers are at work, walked and picked by keys', async () => {
  const page = await open('/write');
  for (const [letters, name] of [
    ['haruki', 'Haruki Anzai'],
    ['prak', 'Prakriti Thapa'],
  ] as const)
    await addReader(page, letters, name);
  await page.keyboard.press('Escape');
  await press(page, 'button', 'change plan');
  await page.locator('::-p-text(At a time)').click();
  await page.locator('::-p-text(When most of them are at work)').click();
  const cell = '[role="gridcell"][tabindex="0"]';
  await page.waitForSelector(cell);
  // It begins at the best: both are at work.
  const label = () => page.$eval(cell, (each) => each.getAttribute('aria-label')!);
  expect(await label()).toMatch(/2 of 2 at work$/);
  await page.focus(cell);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowRight');
  const chosen = /(\d\d:\d\d), \d of 2/.exec(await label())![1]!;
  await page.keyboard.press('Enter');
  await sees(page, new RegExp(`Leaves .* at ${chosen} your time`), 'footer');
});

it('pauses what is pending when they write first, and asks', async () => {
  const { body: inbox } = await product.api<MessagePageJson>('GET', '/inbox');
  const theirs = inbox.messages.find(({ from }) => from.name === 'Ewan Tregear')!;
  const draft = await product.api<{ id: string }>('POST', '/messages', {
    to: [theirs.from.address],
    subject: 'Re: Delivery window, gallery 3',
    text: 'Somebody will be on the line.',
    answers: theirs.id,
  });
  const plan = { kind: 'at', local: '2027-06-30T09:00', zone: 'Australia/Adelaide' };
  const { body } = await product.api<{ departures: DepartureJson[] }>(
    'POST',
    `/messages/${draft.body.id}/schedule`,
    { plan },
  );
  const page = await open('/departures');
  const source = await (await fetch(`${product.origin}/api/v1/messages/${theirs.id}/source`)).text();
  const parent = /^Message-ID: (.*)$/im.exec(source)![1]!.trim();
  const mail = `From: Ewan Tregear <${theirs.from.address}>\r\nTo: registrar@wrenfield.example\r\nMessage-ID: <first@x.example>\r\nIn-Reply-To: ${parent}\r\nSubject: Another window\r\n\r\nThe lift is ours on Monday instead.`;
  await product.takeIn('registrar@wrenfield.example', mail);
  await sees(page, 'Paused: they wrote first', 'table');
  await sees(page, 'Ewan Tregear has written: “Another window”.', 'table');
  expect((await textOf(page, 'table')).indexOf('Needs you')).toBeLessThan(
    (await textOf(page, 'table')).indexOf('Another window'),
  );
  await press(page, 'button', 'Go on, to Ewan Tregear');
  await until('it to go on', async () => {
    const answer = await product.api<DepartureJson>('GET', `/departures/${body.departures[0]!.id}`);
    return answer.body.state === 'scheduled';
  });
});

describe('departures', () => {
  const soon = async (hours: number) => {
    const { body } = await product.api<{ now: string }>('GET', '/clock');
    return new Date(Date.parse(body.now) + hours * 3_600_000).toISOString().slice(0, 16);
  };
  async function scheduled(subject: string, hours: number): Promise<DepartureJson> {
    const draft = await product.api<{ id: string }>('POST', '/messages', {
      to: ['bela@wrenfield.example'],
      subject,
      text: 'x',
    });
    const plan = { kind: 'at', local: await soon(hours), zone: 'Etc/UTC' };
    const path = `/messages/${draft.body.id}/schedule`;
    return (await product.api<{ departures: DepartureJson[] }>('POST', path, { plan })).body.departures[0]!;
  }
  const at = async ({ id }: DepartureJson) =>
    Date.parse((await product.api<DepartureJson>('GET', `/departures/${id}`)).body.at);

  it('are found, chosen and shifted together, and the undo brings all of it back', async () => {
    const all = [
      await scheduled('Shifted 1', 20),
      await scheduled('Shifted 2', 30),
      await scheduled('Other', 25),
    ];
    const before = await Promise.all(all.map(at));
    const page = await open('/departures');
    await fill(page, 'searchbox', 'Find a departure', 'shifted');
    await sees(page, 'Shifted 2', 'table');
    await until('only those', async () => !(await textOf(page, 'table')).includes('Other'));
    await press(page, 'checkbox', 'Choose all that are listed');
    await fill(page, 'textbox', 'Shift by', '2 h');
    await press(page, 'button', 'Shift');
    await sees(page, '2 moved.');
    expect((await Promise.all(all.map(at))).map((moment, index) => moment - before[index]!)).toEqual([
      7_200_000, 7_200_000, 0,
    ]);
    await press(page, 'button', 'Undo');
    await sees(page, '2 as before.');
    expect(await Promise.all(all.map(at))).toEqual(before);
  });

  it('move along the rail by pointer and by keys', async () => {
    // Away from the others: marks that crowd are one, and cannot be moved.
    const departure = await scheduled('On the rail', 16);
    const before = await at(departure);
    const page = await open('/settings/writing');
    await sees(page, 'Every change applies at once');
    const mark = await until('the mark', () =>
      page
        .evaluateHandle(() =>
          [...document.querySelectorAll('[data-rail] svg a')].find((each) =>
            each.textContent.includes('On the rail'),
          ),
        )
        .then((handle) => handle.asElement()),
    );
    await until('the rail to be measured', () =>
      page.$eval('[data-rail]', (rail) => rail.querySelector('svg')!.clientWidth === rail.clientWidth),
    );
    const box = (await (await mark.$('path'))!.boundingBox())!;
    const listed = () => page.$eval(`[data-mark="${departure.id}"]`, (each) => each.textContent);
    const began = await listed();
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + 60, y, { steps: 5 });
    await page.mouse.up();
    await sees(page, 'Moved: leaves');
    const dragged = await at(departure);
    expect(dragged).toBeGreaterThan(before + 3_600_000);
    expect(dragged % 300_000).toBe(0);
    expect(new URL(page.url()).pathname).toBe('/settings/writing');
    await until('the list to say so', async () => (await listed()) !== began);
    await page.focus('[data-rail]');
    await page.keyboard.press('ArrowDown');
    await page.focus(`[data-rail] [data-mark="${departure.id}"]`);
    for (let press = 0; press < 3; press++) await page.keyboard.press('-');
    await until('it to be moved back', async () => (await at(departure)) === dragged - 3 * 300_000);
  });
});

describe('correspondents', () => {
  it('a guessed zone shows its evidence and is confirmed by one press', async () => {
    const page = await open('/correspondents');
    await sees(page, '1 message carries UTC+05:45; only Kathmandu keeps that.');
    expect((await keshav()).zone).toBeNull();
    await press(page, 'button', 'Confirm Kathmandu for Keshav Rai');
    await until('it to be kept', async () => (await keshav()).zone === 'Asia/Kathmandu');
    await until('the strip', () => page.$('[aria-label^="Keshav Rai: "]'));
  });

  it('are walked and changed by keyboard alone', async () => {
    const page = await open('/correspondents');
    await sees(page, 'Aroha Tuhiwai');
    await page.focus('[role="row"][tabindex="0"]');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Enter');
    await sees(page, 'Babatunde Adeyemi', 'h2');
    await fill(page, 'textbox', 'Working week', 'whenever');
    await page.keyboard.press('Enter');
    await sees(page, '“whenever” is no part of a working week.');
    await fill(page, 'textbox', 'Working week', 'mo-th 8-16');
    await page.keyboard.press('Enter');
    await until('it to be kept', async () => {
      const field = await find(page, 'textbox', 'Working week');
      return (await field.evaluate((each) => (each as HTMLInputElement).value)) === 'Mo-Th 08:00-16:00';
    });
  });

  it('have the holidays of their region, chosen by keyboard', async () => {
    const page = await open(`/correspondents?person=${(await personNamed('Ewan Tregear')).id}`);
    const field = await find(page, 'combobox', 'Region');
    await field.focus();
    await page.keyboard.type('south au');
    await sees(page, 'South Australia', '.ant-select-dropdown');
    await page.keyboard.press('Enter');
    await until('it to be kept', async () => (await personNamed('Ewan Tregear')).region === 'SA');
  });

  it('a file says what it would change before it does, and five thousand stay smooth', async () => {
    const rows = Array.from(
      { length: 5000 },
      (_, index) => `Reader ${String(index).padStart(4, '0')},r${index}@many.example,Asia/Tokyo`,
    );
    const csv = ['name,email,zone', ...rows, 'Nobody,not an address,'].join('\n');
    const page = await open('/correspondents?panel=import');
    const input = await page.waitForSelector('#import-file');
    await input!.evaluate((element, text) => {
      const data = new DataTransfer();
      data.items.add(new File([text], 'many.csv', { type: 'text/csv' }));
      (element as HTMLInputElement).files = data.files;
      element.dispatchEvent(new Event('change', { bubbles: true }));
    }, csv);
    await sees(page, '5000 to add, 0 to change, 0 as they are, 1 left out. Nothing is changed yet.');
    await sees(page, '“not an address” has no @');
    await press(page, 'button', 'Take them in');
    await sees(page, '5011 in all');
    await fill(page, 'searchbox', 'Find a correspondent', 'reader 4321');
    await sees(page, '1 of 5011');
    await page.keyboard.press('Escape');
    await fill(page, 'searchbox', 'Find a correspondent', 'reader');
    await sees(page, '5000 of 5011');
    // Only what is in view is in the page.
    expect((await page.$$('[role="row"]')).length).toBeLessThan(60);
    await page.focus('[role="row"][tabindex="0"]');
    await page.keyboard.press('End');
    await sees(page, 'Reader 4999');
  });
});
