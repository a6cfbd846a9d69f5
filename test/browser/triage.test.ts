/** Sixty mails before ten: what is new, whole threads, what arrives meanwhile, and choosing many, by keys. */
import { describe, expect, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import type { DeparturePageJson, MessageJson, SearchJson, SettingsJson, ThreadPageJson } from '#api/types';
import { axe, chord, fill, find, press, sees, textOf } from '../support/browser';
import { demoPages } from '../support/demo';
import { mailOf } from '../support/mail';
import type { Product } from '../support/product';
import { enter, heard, readingOrder } from '../support/readingOrder';
import { patient, until } from '../support/until';

let product: Product;
const { open, advance } = demoPages(async (demo) => {
  product = demo.product;
  await product.api('POST', '/clock', { rate: 0 });
});

const ME = 'registrar@wrenfield.example';
const inbox = async () => (await product.api<ThreadPageJson>('GET', '/inbox?limit=500&order=time')).body;
const message = async (id: string) => (await product.api<MessageJson>('GET', `/messages/${id}`)).body;
let counter = 0;
/** Takes a message in. @returns its id */
async function receive(
  subject: string,
  more: { re?: string; from?: string; headers?: string[]; text?: string } = {},
) {
  const own = `t${counter++}`;
  await product.takeIn(ME, mailOf({ id: own, subject, to: ME, ...more }).toString());
  const q = encodeURIComponent(`subject:"${subject}"`);
  const { hits } = (await product.api<SearchJson>('GET', `/search?q=${q}`)).body;
  return { id: hits[0]!.message.id, own };
}
const notice = (page: Page, words: string | RegExp) => sees(page, words, '[aria-label="Notice"]');
const row = (id: string) => `[data-row="${id}"]`;
const focusOn = async (page: Page, id: string) => {
  // Drawn by the server it takes no keys yet: it does once React holds it.
  await until('its row, alive', () =>
    page
      .$eval(row(id), (each) => Object.keys(each).some((key) => key.startsWith('__react')))
      .catch(() => false),
  );
  await page.$eval(row(id), (each) => (each as HTMLElement).focus());
};

describe('what is new', () => {
  it('is counted, told in the title and by the day, and is new no more once it was open for a moment', async () => {
    const { id } = await receive('Fresh one');
    const page = await open('/inbox');
    const { unseen } = await inbox();
    await sees(page, `${unseen.count} new since`);
    await sees(page, new RegExp(`Inbox\\s*${unseen.count}`), 'header');
    await until(
      'the title',
      async () => (await page.title()) === `${unseen.count} new · Inbox · Oak Lantern`,
    );
    // Nothing is open: the day is told, and each line leads somewhere.
    await sees(page, 'Leaves next', '[data-beside]');
    await sees(page, 'Fresh one', '[aria-label="New"]');
    expect(await axe(page)).toEqual([]);
    await page.goto(`${product.origin}/inbox/${id}`);
    await until('it to be seen', async () => !(await message(id)).unseen);
    await until('the title', async () =>
      (await page.title()).startsWith(`${unseen.count - 1} new · Fresh one · Inbox`),
    );
    // Marked as new it stays so as long as it is open, and this can be undone. The key turns round what its row shows.
    await focusOn(page, id);
    await until('its row to say so', async () => page.$(`[data-new="false"] ${row(id)}`));
    await page.keyboard.press('v');
    await notice(page, 'Marked as new: “Fresh one”.');
    expect((await message(id)).unseen).toBe(true);
    await chord(page, 'Control+z');
    await until('that to be undone', async () => !(await message(id)).unseen);
  });

  it('twelve rows are in view, each says what was done with it', async () => {
    const page = await open('/inbox');
    await until('the rows', async () => (await page.$$('[data-row]')).length > 8);
    const heights = await page.$$eval('[data-row]', (all) =>
      all.map((each) => each.closest('li')!.getBoundingClientRect().height),
    );
    expect(Math.max(...heights)).toBeLessThanOrEqual(52);
    const list = await page.$eval('[aria-label="Messages"]', (each) => each.clientHeight);
    expect(Math.floor(list / heights[0]!)).toBeGreaterThanOrEqual(12);
    await sees(page, 'departure pending', '[aria-label="Messages"]');
  });
});

describe('a thread', () => {
  it('stands on one page, each message with its own clock; what arrives meanwhile is told and not taken along', async () => {
    const from = 'Haruki Anzai <anzai@lacquer.example>';
    const first = await receive('Reading now', { from, text: 'First words.' });
    const second = await receive('Re: Reading now', { re: first.own, from, text: 'Second words.' });
    const page = await open(`/inbox/${second.id}`);
    await sees(page, 'Second words.', 'article');
    // What is new of it is open from the start; what has been seen is folded the next time.
    await sees(page, 'First words.', 'article');
    await until('both to be open', async () => (await page.$$('article .pane')).length === 2);
    await until('the first to be seen', async () => !(await message(first.id)).unseen);
    await page.reload();
    await sees(page, 'Second words.', 'article');
    const folded = await until('the first, folded', () =>
      page.$(`[data-message="${first.id}"] button[aria-expanded="false"]`),
    );
    await folded.focus();
    await page.keyboard.press('Enter');
    await until('it to be unfolded', async () => (await page.$$('article .pane')).length === 2);
    await until('both to be seen', async () => !(await message(second.id)).unseen);
    const third = await receive('Re: Reading now', { re: second.own, from, text: 'Third words.' });
    await sees(page, 'Haruki Anzai has written in this thread just now.', 'article');
    await sees(page, 'just arrived', 'article');
    expect(await textOf(page, '[data-announcements]')).toContain('has written in this thread just now');
    expect(await axe(page)).toEqual([]);
    // From the pane: the row in the list would name it.
    await page.evaluate(() => (document.activeElement as HTMLElement).blur());
    await press(page, 'button', 'Archive');
    await until('the first two to be gone', async () => (await message(second.id)).place === 'archive');
    expect([(await message(first.id)).place, (await message(third.id)).place]).toEqual(['archive', 'inbox']);
    expect((await message(third.id)).unseen).toBe(true);
  });

  it('says whom it went to besides, what it asks for, and how to leave its list', async () => {
    const { id } = await receive('From a list', {
      from: 'News <news@lists.example>',
      headers: [
        ...['Cc: Ana Barros <ana@y.example>', 'Reply-To: desk@lists.example', 'Importance: high'],
        ...['List-Id: Wrenfield news <news.lists.example>'],
        'List-Unsubscribe: <mailto:leave@lists.example?subject=leave%20now>, <https://lists.example/out>',
        'List-Unsubscribe-Post: List-Unsubscribe=One-Click',
      ],
    });
    const page = await open(`/inbox/${id}`);
    for (const words of [
      'copy to Ana Barros',
      'Answers go to desk@lists.example',
      'important',
      'Wrenfield news',
    ])
      await sees(page, words, 'article');
    await find(page, 'link', 'Unsubscribe on the page of lists.example');
    // The sandbox asks nobody outside, and says so.
    await press(page, 'button', 'Unsubscribe at once');
    await notice(page, 'In the sandbox nobody outside is asked; else lists.example would be.');
    await press(page, 'link', 'Unsubscribe, by a message to leave@lists.example');
    await page.waitForFunction(() => location.pathname.startsWith('/write'));
    await sees(page, 'leave@lists.example', 'form');
    await until(
      'the subject',
      async () =>
        (await page.$('#subject')) &&
        (await page.$eval('#subject', (each) => (each as HTMLInputElement).value)) === 'leave now',
    );
  });

  it('of a message that was not delivered says so on both sides', async () => {
    const { body: draft } = await product.api<MessageJson>('POST', '/messages', {
      to: ['nobody@faraway.example'],
      subject: 'Lost letter',
      text: 'x',
    });
    await product.api('POST', `/messages/${draft.id}/schedule`, { plan: { kind: 'now' } });
    await advance({ advance: 'PT5M' });
    const { headerId } = await message(draft.id);
    const report = [
      ...[
        'From: MAILER-DAEMON <mailer@faraway.example>',
        `To: ${ME}`,
        'Subject: Not delivered',
        'Message-ID: <b@far>',
      ],
      ...['MIME-Version: 1.0', 'Content-Type: multipart/report; report-type=delivery-status; boundary=b', ''],
      ...['--b', 'Content-Type: text/plain', '', 'It could not be delivered.', '--b'],
      ...['Content-Type: message/delivery-status', '', 'Reporting-MTA: dns; far', '', 'Action: failed'],
      ...['Final-Recipient: rfc822; nobody@faraway.example', 'Status: 5.1.1'],
      ...[
        'Diagnostic-Code: smtp; 550 5.1.1 No such user',
        '',
        '--b',
        'Content-Type: text/rfc822-headers',
        '',
      ],
      ...[`Message-ID: ${headerId}`, '', '--b--'],
    ];
    await product.takeIn(ME, report.join('\r\n'));
    const page = await open('/departures?part=left');
    await sees(page, 'Undelivered', 'table');
    await sees(
      page,
      /Not delivered to nobody@faraway\.example: 550 5\.1\.1 No such user\. Check the address\./,
      'table',
    );
    await press(page, 'link', 'Lost letter');
    await page.waitForFunction(() => location.pathname.startsWith('/departures/'));
    await sees(page, 'History', 'main');
    await sees(page, 'Not delivered to nobody@faraway.example', 'main');
    expect(await axe(page)).toEqual([]);
    await press(page, 'link', 'the message that says so');
    await sees(page, 'not delivered, nobody@faraway.example', 'article');
    await press(page, 'link', '“Lost letter”');
    await page.waitForFunction(() => location.pathname.startsWith('/departures/'));
  });
});

describe('many at once', () => {
  it('Shift and arrows choose a stretch and give free again; Ctrl A chooses a group; to-dos go on all of them', async () => {
    const page = await open('/inbox');
    const ids = await until('the rows', async () => {
      const all = await page.$$eval('[data-row]', (each) => each.map((one) => one.getAttribute('data-row')!));
      return all.length > 6 && all;
    });
    await focusOn(page, ids[3]!);
    for (const key of ['ArrowDown', 'ArrowDown', 'ArrowUp'] as const) await chord(page, `Shift+${key}`);
    await sees(page, '2 chosen');
    await page.keyboard.press('d');
    await sees(page, 'To do about 2 threads', '.ant-popover');
    await until('the first offer in focus', () =>
      page.evaluate(() => Boolean(document.activeElement?.closest('.ant-popover ol'))),
    );
    await page.keyboard.press('1');
    await notice(page, /^To-do: .*, on 2 threads\./);
    const made = await Promise.all([ids[3]!, ids[4]!].map(async (id) => (await message(id)).todo));
    expect(made.every((todo) => todo !== null)).toBe(true);
    await chord(page, 'Control+z');
    await until('both to be gone', async () => (await message(ids[4]!)).todo?.id !== made[1]!.id);
    await focusOn(page, ids[3]!);
    await chord(page, 'Control+a');
    const { body } = await product.api<ThreadPageJson>('GET', '/inbox?limit=500');
    const group = body.messages.find(({ id }) => id === ids[3])!.group;
    await sees(page, `${body.messages.filter((each) => each.group === group).length} chosen`);
  });
});

describe('keys of one’s own', () => {
  it('are set in Settings, found by a word, and act at once; single ones can be switched off', async () => {
    const page = await open('/settings');
    await page.waitForFunction(() => location.pathname === '/settings/writing');
    await page.keyboard.press('/');
    await page.keyboard.type('keybo');
    await sees(page, '1 found');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => location.pathname === '/settings/inbox' && location.hash === '#keys');
    await until('its heading in focus', () => page.evaluate(() => document.activeElement?.id === 'keys'));
    await fill(page, 'textbox', 'archive', 's');
    await page.keyboard.press('Enter');
    await sees(page, '“S” is for “snooze” already.');
    await fill(page, 'textbox', 'archive', 'k');
    await page.keyboard.press('Enter');
    await notice(page, 'K is for “archive”.');
    expect(await axe(page)).toEqual([]);
    const { id } = await receive('By my own key');
    await page.goto(`${product.origin}/inbox/${id}`);
    await focusOn(page, id);
    await page.keyboard.press('a');
    await page.keyboard.press('k');
    await notice(page, 'Archived: “By my own key”.');
    await product.api<SettingsJson>('PATCH', '/settings', { singleKeys: false });
    const other = await receive('With chords only');
    await page.goto(`${product.origin}/inbox/${other.id}`);
    await focusOn(page, other.id);
    await page.keyboard.press('k');
    await chord(page, 'Alt+Shift+KeyK');
    await notice(page, 'Archived: “With chords only”.');
    await product.api<SettingsJson>('PATCH', '/settings', { singleKeys: true, keys: {} });
  });
});

it('what is looked for stays in the address, in the inbox and in Departures, and what is not understood is said', async () => {
  const page = await open('/inbox');
  await until('the rows', () => page.$('[data-row]'));
  await page.keyboard.press('/');
  await page.keyboard.type('umidity OR crates');
  await page.waitForFunction(() => new URLSearchParams(location.search).get('q') === 'umidity OR crates');
  await sees(page, 'Humidity logger handover', '[aria-label="Messages found"]');
  await page.reload();
  await sees(page, 'Humidity logger handover', '[aria-label="Messages found"]');
  const departures = await open('/departures');
  await fill(departures, 'searchbox', 'Find a departure', 'ustoms is:urgent');
  await sees(departures, 'There is no key is:');
  await fill(departures, 'searchbox', 'Find a departure', 'ustoms packet');
  await until('one to be left', async () => (await departures.$$('tbody [data-row]')).length === 1);
  const { departures: found } = (
    await product.api<DeparturePageJson>('GET', '/departures?state=pending&q=ustoms%20packet')
  ).body;
  expect(found.map(({ subject }) => subject)).toEqual(
    ['Customs packet', 'Customs packet'].slice(0, found.length),
  );
});

it('a row one has done something with goes, however late the server answers', async () => {
  const late = await receive('Answered late');
  const other = await receive('Stays');
  const page = await open('/inbox');
  await focusOn(page, late.id);
  await page.setRequestInterception(true);
  page.on('request', (request) => {
    const wait = request.url().includes('/messages/bulk') ? 3000 : 0;
    setTimeout(() => void request.continue(), wait);
  });
  await page.keyboard.press('a');
  await page.keyboard.press('ArrowDown');
  await notice(page, 'Archived: “Answered late”.');
  await until('its row to be gone', async () => !(await page.$(row(late.id))));
  expect(await page.$(row(other.id))).not.toBeNull();
});

// Many keys, each waited for: a machine that is loaded may take its time.
describe('forty mails', { timeout: patient(240_000) }, () => {
  /** The state of a message after it was dealt with. */
  const dealtWith = {
    archived: ({ place, todo }: MessageJson) => place === 'archive' && todo === null,
    'put off': ({ place, snooze }: MessageJson) => place === 'snoozed' && snooze !== null,
    'to do': ({ place, todo }: MessageJson) => place === 'archive' && todo?.state === 'open',
    marked: ({ place }: MessageJson) => place === 'archive',
  };
  type Way = keyof typeof dealtWith;

  it('of every kind are cleared by keys alone, each as it was meant, and each said once', async () => {
    const old = (await inbox()).messages.map(({ id }) => id);
    await product.api('POST', '/messages/bulk', { ids: old, action: 'archive' });
    const kinds: ((n: number) => Parameters<typeof receive>[1])[] = [
      () => ({ text: 'All is packed.' }),
      () => ({ headers: ['Auto-Submitted: auto-replied'], text: 'I am away.' }),
      (n) => ({
        headers: [`List-Id: <lenders${n}.example>`, 'List-Unsubscribe: <mailto:off@lenders.example>'],
      }),
      () => ({ headers: ['Importance: high', 'Reply-To: other@lamp.example'], text: 'Please sign.' }),
      () => ({ from: '"東京 美術館" <loans@tokyo.example>', text: '貸出の件です。' }),
    ];
    const forty: string[] = [];
    for (let n = 0; n < 40; n++) forty.push((await receive(`Forty ${n}`, kinds[n % kinds.length]!(n))).id);
    const page = await open('/inbox');
    await until('the rows', async () => (await page.$$('[data-row]')).length > 10);
    const said = () =>
      page.$eval('[data-announcements]', (each) => Number((each as HTMLElement).dataset.announcements));
    const focused = () => page.evaluate(() => document.activeElement?.getAttribute('data-row') ?? null);
    const ways = Object.keys(dealtWith) as Way[];
    const meant = new Map<string, Way>();
    await page.keyboard.press('ArrowDown');
    let [acts, extra] = [0, 0];
    // What the demo itself brings meanwhile is dealt with too.
    for (let n = 0; (await inbox()).total > 0; n++) {
      const id = await until('the next row in focus', async () => {
        const row = await focused();
        return row !== null && !meant.has(row) && row;
      });
      const way = ways[n % ways.length]!;
      meant.set(id, way);
      // What is read is the row in focus, or is about to be.
      await until('it to be read', () => page.url().includes(id));
      const before = await said();
      if (way === 'put off') {
        await page.keyboard.press('s');
        await until('the words', () =>
          page.evaluate(() => document.activeElement?.matches('.ant-popover input')),
        );
        await until('the offers', () => page.$('.ant-popover [role="option"]'));
        await page.keyboard.type('1');
        await page.keyboard.press('Enter');
      } else {
        if (way === 'to do') {
          await page.keyboard.press('d');
          await until('the offers', () =>
            page.evaluate(() => document.activeElement?.matches('.ant-popover li button')),
          );
          await page.keyboard.press('1');
          await until('the to-do', async () => (await message(id)).todo !== null);
          await until(
            'it to be folded',
            async () => !(await page.$('.ant-popover:not(.ant-popover-hidden)')),
          );
        }
        if (way === 'marked') {
          await page.keyboard.press('v');
          await notice(page, /^Marked as (seen|new)/);
        }
        await page.keyboard.press('a');
      }
      await until('it to be gone', async () => !(await page.$(row(id))));
      const own = way === 'to do' || way === 'marked' ? 2 : 1;
      acts += own;
      const due = before + own;
      await until('it to be said', async () => (await said()) >= due);
      extra += (await said()) - due;
    }
    for (const [id, way] of meant) expect(dealtWith[way](await message(id)), `${way}: ${id}`).toBe(true);
    // And all of it is undone, one after another, to where it began.
    for (let n = 0; n < acts; n++) await chord(page, 'Control+z');
    // Each act is said once; a demo that brings something back meanwhile says that too.
    expect(extra).toBeLessThanOrEqual(2);
    for (const id of forty) expect(meant.has(id), id).toBe(true);
    await until('all to be back', async () => {
      const here = new Set((await inbox()).messages.map((each) => each.id));
      return forty.every((id) => here.has(id));
    });
    for (const id of forty) expect(await message(id)).toMatchObject({ snooze: null, todo: null });
  });

  it('twelve are cleared in the order of the accessibility tree, each step told once', async () => {
    await product.api('POST', '/messages/bulk', {
      ids: (await inbox()).messages.map(({ id }) => id),
      action: 'archive',
    });
    const twelve: string[] = [];
    for (let n = 0; n < 12; n++)
      twelve.push((await receive(`Heard ${n}.`, { from: `"Writer ${n}" <w${n}@x.example>` })).id);
    const page = await open('/inbox');
    const inMessages = ({ role, name }: { role: string; name?: string }) =>
      role === 'navigation' && name === 'Messages';
    const said = () =>
      page.$eval('[data-announcements]', (each) => Number((each as HTMLElement).dataset.announcements));
    const last = () => page.$eval('[data-announcements]', (each) => each.textContent);
    let extra = 0;
    for (const [n, id] of twelve.entries()) {
      // A row says who wrote, what about, that it is new (what one has gone on to may have been seen by now), and when; it
      // leads to the message.
      const entry = await heard(page, 'link', new RegExp(`Heard ${n}\\.`), inMessages);
      expect(entry.name).toMatch(
        new RegExp(`^${n === 0 ? 'new ?' : '(new ?)?'}Writer ${n} .*\\d.*Heard ${n}\\.`),
      );
      await enter(entry);
      await heard(page, 'heading', `Heard ${n}.`);
      // What is read follows the list, its actions before its text.
      const order = await readingOrder(page);
      const at = (role: string, name: RegExp) =>
        order.findIndex((each) => each.role === role && name.test(each.name ?? ''));
      const places = [
        order.findIndex(inMessages),
        at('heading', new RegExp(`^Heard ${n}\\.$`)),
        at('button', /^Archive$/),
      ];
      expect(places.every((place) => place >= 0)).toBe(true);
      expect(places).toEqual([...places].sort((a, b) => a - b));
      const before = await said();
      let way: Way = 'archived';
      if (n % 3 === 0) await enter(await heard(page, 'button', 'Archive'));
      else {
        way = n % 3 === 1 ? 'put off' : 'to do';
        await enter(await heard(page, 'button', n % 3 === 1 ? 'Snooze…' : 'To-do…'));
        const inDialog = ({ role }: { role: string }) => role === 'dialog';
        await heard(page, 'dialog', /./);
        // Each offer says what it is, and when that would be.
        const offers = await until('the offers', async () => {
          const found = (await readingOrder(page, inDialog)).filter(({ role, name }) =>
            /^(option|button) \d .*(\d\d:\d\d|Undated)/.test(`${role} ${name}`),
          );
          return found.length > 2 && found;
        });
        if (n % 3 === 1) await page.keyboard.press('ArrowDown');
        await (n % 3 === 1 ? page.keyboard.press('Enter') : enter(offers[0]!));
        if (way === 'to do') {
          await until('the to-do', async () => (await message(id)).todo !== null);
          await enter(await heard(page, 'button', 'Archive'));
        }
      }
      await until('it to be as meant', async () => dealtWith[way](await message(id)));
      const due = before + (way === 'to do' ? 2 : 1);
      await until('it to be said', async () => (await said()) >= due);
      extra += (await said()) - due;
      expect(await last()).toContain(way === 'put off' ? 'Put off' : 'Archived');
      await until('the focus not to be lost', () =>
        page.evaluate(() => document.activeElement !== document.body),
      );
    }
    expect(extra).toBeLessThanOrEqual(2);
  });

  it('keys go by what is written on them: AZERTY', async () => {
    const { id } = await receive('Other layout');
    const page = await open('/inbox');
    await focusOn(page, id);
    const client = await page.createCDPSession();
    const send = async (key: string, code: string) => {
      for (const type of ['keyDown', 'keyUp'] as const)
        await client.send('Input.dispatchKeyEvent', {
          type,
          key,
          code,
          text: type === 'keyDown' ? key : undefined,
        });
    };
    // Where Q is on other keyboards there is A, and the other way round.
    await send('q', 'KeyA');
    expect((await message(id)).place).toBe('inbox');
    await send('a', 'KeyQ');
    await notice(page, 'Archived: “Other layout”.');
    // Digits are on the second level there.
    await send('é', 'Digit2');
    await page.waitForFunction(() => location.pathname === '/departures');
  });
});
