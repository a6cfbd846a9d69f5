/** Second thoughts: hold rules, quiet hours, and what the checks find before a message leaves. */
import { describe, expect, it } from 'vitest';
import type { DeparturePageJson, GroupJson, SettingsJson } from '#api/types';
import { axe, bodyText, chord, fill, find, press, sees, textOf } from '../support/browser';
import { addReader, demoPages, write } from '../support/demo';
import type { Product } from '../support/product';
import { until } from '../support/until';

let product: Product;
const { open, mailbox, advance } = demoPages((demo) => {
  product = demo.product;
  return product.api('POST', '/clock', { rate: 0 });
});

const pending = async (subject: string) =>
  (await product.api<DeparturePageJson>('GET', '/departures?limit=100')).body.departures.find(
    (each) => each.subject === subject,
  );
const settings = async () => (await product.api<SettingsJson>('GET', '/settings')).body;
const change = (patch: Partial<SettingsJson>) => product.api('PATCH', '/settings', patch);

describe('hold rules', () => {
  it('are written down, tried on what was sent, and switched on', async () => {
    const page = await open('/settings/holds');
    await sees(page, /Inbox\s*\d+/, 'header');
    await sees(page, 'Couriers wait, but for customs');
    await change({ holdRules: [] });
    await press(page, 'button', 'Add a rule');
    await fill(page, 'textbox', 'Name', 'Couriers wait');
    await sees(page, /Of the last \d+ messages you sent it fits \d+/);
    await press(page, 'button', 'Add a condition');
    const which = 'goes to somebody of these groups: which';
    const groups = await find(page, 'combobox', which);
    await groups.focus();
    await page.keyboard.type('Couriers');
    await page.keyboard.press('Enter');
    await page.keyboard.press('Tab');
    await sees(page, /Of the last \d+ messages you sent it fits (none|\d+)\./);
    // Tab has gone on, and taken nothing out again.
    await sees(page, 'Couriers', '[aria-label="If it"]');
    await press(page, 'button', 'Add an exception');
    await sees(page, 'Which groups?');
    await page.click('[aria-label="Unless it"] [aria-label^="Remove"]');
    expect(await axe(page)).toEqual([]);
    await press(page, 'button', 'Keep the rule');
    await sees(page, 'The rule “Couriers wait” is kept; it is off.');
    expect((await settings()).holdRules[0]).toMatchObject({ on: false, action: { minutes: 4 } });
    await press(page, 'switch', 'Rule “Couriers wait”');
    await until('it to be on', async () => (await settings()).holdRules[0]!.on);
  });

  it('hold those they are for and no others, and say so before and after', async () => {
    const { body } = await product.api<{ groups: GroupJson[] }>('GET', '/groups');
    const couriers = body.groups.find(({ name }) => name === 'Couriers')!;
    await change({
      holdRules: [
        {
          id: 'c',
          name: 'Couriers wait',
          on: true,
          action: { kind: 'hold', minutes: 4 },
          when: [{ kind: 'group', groups: [couriers.id] }],
          except: [{ kind: 'recipient', addresses: ['o.wekesa@customs-broker.example'] }],
        },
      ],
    });
    const page = await open('/write');
    await addReader(page, 'prak', 'Prakriti Thapa');
    await sees(page, /held 4 min by the rule “Couriers wait” \(to Prakriti Thapa of “Couriers”\)/, 'footer');
    await find(page, 'button', 'Send, hold 4 min');
    await page.keyboard.press('Escape');
    await fill(page, 'textbox', 'Subject', 'Ruled');
    await fill(page, 'textbox', 'Text', 'All is packed.');
    await chord(page, 'Control+Enter');
    await sees(page, 'rule “Couriers wait”', '[data-tray]');
    const { at, heldBy } = (await pending('Ruled'))!;
    expect(heldBy).toBe('rule “Couriers wait”: to Prakriti Thapa of “Couriers”');
    await advance({ set: new Date(Date.parse(at) - 1000).toISOString() });
    expect(
      (await mailbox('prakriti@lamp-courier.example')).filter((each) => each.subject === 'Ruled'),
    ).toEqual([]);
    await advance({ set: at });
    await until('it to arrive', async () =>
      (await mailbox('prakriti@lamp-courier.example')).some(
        (each) => each.subject === 'Ruled' && each.at === at,
      ),
    );
    const other = await open('/write');
    await addReader(other, 'odhi', 'Odhiambo Wekesa');
    await sees(other, /Leaves now, held 90 s;/, 'footer');
  });

  it('a look is asked for, and given by a press', async () => {
    await change({
      holdRules: [
        {
          id: 'b',
          name: 'Bonds',
          on: true,
          except: [],
          action: { kind: 'review' },
          when: [{ kind: 'words', where: 'either', words: ['bond'] }],
        },
      ],
    });
    const page = await open('/write');
    await write(page, 'The bond', 'As agreed.', [['bela', 'Bela Sousa']]);
    await find(page, 'button', 'Send, after a look');
    await chord(page, 'Control+Enter');
    await sees(page, 'Needs review', 'table');
    await press(page, 'button', 'Approve, to Bela Sousa');
    await until('it to be held', async () => (await pending('The bond'))?.state === 'held');
    await change({ holdRules: [] });
  });
});

describe('quiet hours', () => {
  it('say beforehand when it leaves; it stands on top, and leaves when they end', async () => {
    const always = Array.from({ length: 7 }, () => ({ from: 1300, to: 410 }));
    await change({ quietHours: { on: true, days: always } });
    const now = Date.parse((await product.api<{ now: string }>('GET', '/clock')).body.now);
    const night = new Date(now);
    night.setUTCHours(22, 30, 0, 0);
    await advance({ set: night.toISOString() });
    const page = await open('/write');
    await write(page, 'At night', 'I am cross.', [['bela', 'Bela Sousa']]);
    await find(page, 'button', 'Send, leaves Wed 06:50');
    await chord(page, 'Control+Enter');
    await sees(page, 'Written in quiet hours: reconsider before they leave', 'table');
    const { at, local } = (await pending('At night'))!;
    expect(local.slice(11)).toBe('06:50:00');
    await advance({ set: at });
    await until('it to arrive', async () =>
      (await mailbox('bela@wrenfield.example')).some((each) => each.subject === 'At night' && each.at === at),
    );
  });

  it('are set aside once, with a reason', async () => {
    const page = await open('/write');
    await advance({ set: new Date(Date.parse('2026-11-25T23:00:00Z')).toISOString() });
    await write(page, 'Urgent', 'The flight leaves at five.', [['bela', 'Bela Sousa']]);
    await press(page, 'button', 'Not this one');
    await page.keyboard.type('the flight');
    await page.keyboard.press('Enter');
    await find(page, 'button', 'Send, hold 90 s');
    await chord(page, 'Control+Enter');
    await until('it to be held', async () => (await pending('Urgent'))?.quiet === false);
    await change({ quietHours: { ...(await settings()).quietHours, on: false } });
  });

  it('end at the right moment in the night in which the clocks change', async () => {
    const always = Array.from({ length: 7 }, () => ({ from: 1300, to: 410 }));
    await change({ quietHours: { on: true, days: always } });
    // Lisbon goes from 01:00 to 02:00 on Sunday 28 March 2027: the night is an hour shorter.
    await advance({ set: '2027-03-27T23:30:00Z' });
    const page = await open('/write');
    await write(page, 'The short night', 'I am cross again.', [['bela', 'Bela Sousa']]);
    await find(page, 'button', 'Send, leaves Sun 06:50');
    await chord(page, 'Control+Enter');
    await sees(page, 'Written in quiet hours: reconsider before they leave', 'table');
    const { at, local } = (await pending('The short night'))!;
    expect([at, local]).toEqual(['2027-03-28T05:50:00.000Z', '2027-03-28T06:50:00']);
    await advance({ set: at });
    await until('it to arrive', async () =>
      (await mailbox('bela@wrenfield.example')).some(
        (each) => each.subject === 'The short night' && each.at === at,
      ),
    );
    await change({ quietHours: { on: false, days: always } });
  });
});

describe('the checks', () => {
  it('stop what is not filled, and are walked and mended by keyboard', async () => {
    const page = await open('/write');
    await write(page, 'Terms', 'Dear Bela,\nthe fee is {{fee}}. I copy Sunna.', [['haruki', 'Haruki Anzai']]);
    await sees(page, '“{{fee}}” is not filled: it cannot leave like this');
    await chord(page, 'Control+Enter');
    await sees(page, '“fee” has no value for Haruki Anzai.');
    expect(await pending('Terms')).toBeUndefined();
    await chord(page, 'Alt+Shift+F');
    await chord(page, 'Alt+Shift+F');
    const focused = await page.evaluate(() => document.activeElement!.textContent);
    expect(focused).toContain('“Bela” is not Haruki Anzai');
    await page.keyboard.press('Tab');
    await page.keyboard.press('Enter');
    await until('the name to be right', async () => (await bodyText(page)).startsWith('Dear Haruki,'));
    // Nothing moves any more once it is gone from the list.
    await until('it to be gone', async () => !(await textOf(page, 'form')).includes('“Bela”'));
    await sees(page, 'Draft saved');
    await press(page, 'button', 'Copy Sunna Eiríksdóttir');
    await until('her to be on the list', async () => !/is not on the list/.test(await textOf(page)));
    expect(await axe(page)).toEqual([]);
  });
});
