/** The whole message: rich text, attachments, receipts, answers, and that none of it is lost. */
import { describe, expect, it, onTestFinished } from 'vitest';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import type {
  DepartureJson,
  DeparturePageJson,
  MessageJson,
  MessagePageJson,
  SettingsJson,
} from '#api/types';
import {
  axe,
  beforeCursor,
  bodyText,
  chord,
  fill,
  find,
  named,
  openPage,
  press,
  sees,
  startChromium,
  textOf,
} from '../support/browser';
import { addReader, demoPages, write } from '../support/demo';
import { freePort, startProduct, type Product } from '../support/product';
import { until } from '../support/until';

let product: Product;
const { open, mailbox, advance } = demoPages((demo) => {
  product = demo.product;
  return product.api('POST', '/clock', { rate: 0 });
});

const HARUKI = 'h.anzai@lacquer-osaka.example';
const BELA = 'bela@wrenfield.example';

const departureOf = async (subject: string) =>
  (await product.api<DeparturePageJson>('GET', '/departures?limit=200')).body.departures.find(
    (each) => each.subject === subject,
  );
const draftOf = async (subject: string, from = product) => {
  const { body } = await from.api<MessagePageJson>('GET', '/messages');
  const found = body.messages.find((each) => each.subject === subject);
  return found && (await from.api<MessageJson>('GET', `/messages/${found.id}`)).body;
};

/** Files to attach, gone after the test. */
function files(contents: Record<string, string | Buffer>): string[] {
  const dir = mkdtempSync(join(tmpdir(), 'oak-files-'));
  onTestFinished(() => rmSync(dir, { recursive: true, force: true }));
  return Object.entries(contents).map(([name, content]) => {
    const path = join(dir, name);
    writeFileSync(path, content);
    return path;
  });
}

async function attach(page: Page, button: string, paths: string[]): Promise<void> {
  const [chooser] = await Promise.all([page.waitForFileChooser(), press(page, 'button', button)]);
  await chooser.accept(paths);
}

/** A picture of one dot. */
const DOT = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8BQDwAEhQGAhKmMIQAAAABJRU5ErkJggg==',
  'base64',
);

describe('a forgotten attachment', () => {
  it('is caught, attached, and arrives', async () => {
    const page = await open('/write');
    await write(page, 'The forgotten list', 'Dear Bela,\nthe list is attached.', [['bela', 'Bela Sousa']]);
    await sees(page, '“attached” and nothing is', 'form');
    expect(await axe(page)).toEqual([]);
    // The finding's own button stands before the one of the attachments in name only.
    const findings = await find(page, 'group', 'Findings');
    const button = (await named(findings, 'button', 'Attach a file'))!;
    const [chooser] = await Promise.all([page.waitForFileChooser(), button.click()]);
    await chooser.accept(files({ 'list of crates.csv': 'crate;kg\n1;31\n' }));
    await find(page, 'button', 'Take out list of crates.csv');
    await until(
      'the finding to be gone',
      async () => !(await textOf(page, 'form')).includes('and nothing is'),
    );
    await chord(page, 'Control+Enter');
    await until('it to be held', async () => (await departureOf('The forgotten list'))?.state === 'held');
    await advance({ advance: 'PT3M' });
    const [arrived] = (await mailbox(BELA)).filter(({ subject }) => subject === 'The forgotten list');
    expect(arrived!.headers).toContain('multipart/mixed');
    expect(arrived!.text).toContain('the list is attached.');
  });

  it('taken out comes back by undo; one too large is refused in words', async () => {
    const page = await open('/write');
    await write(page, 'In and out', 'Dear Bela, here.', [['bela', 'Bela Sousa']]);
    await attach(page, 'Attach a file', files({ 'a.txt': 'one', 'b.txt': 'two' }));
    await find(page, 'button', 'Take out b.txt');
    await press(page, 'button', 'Take out a.txt');
    await sees(page, '“a.txt” is taken out.');
    await until('one to be left', async () => (await draftOf('In and out'))?.attachments.length === 1);
    await press(page, 'button', 'Undo');
    await until('both to be there', async () => (await draftOf('In and out'))?.attachments.length === 2);
    await attach(page, 'Attach a file', files({ 'film.mov': Buffer.alloc(26_000_000) }));
    await sees(page, '“film.mov” is 26 MB; mail takes 25 MB in all.', 'form');
  });
});

it('files are dropped and pasted; a picture stands in the text where it is put', async () => {
  const page = await open('/write');
  await write(page, 'Dropped and pasted', 'Dear Bela, ', [['bela', 'Bela Sousa']]);
  /** As a file manager drops, and a clipboard pastes. */
  const give = (how: 'drop' | 'paste', where: string, name: string, type: string, base64: string) =>
    page.$eval(
      where,
      (target, ...[kind, file, media, content]) => {
        const bytes = Uint8Array.from(atob(content), (letter) => letter.charCodeAt(0));
        const data = new DataTransfer();
        data.items.add(new File([bytes], file, { type: media }));
        const { left, top } = target.getBoundingClientRect();
        const options = { bubbles: true, cancelable: true, clientX: left + 20, clientY: top + 20 };
        target.dispatchEvent(
          kind === 'drop'
            ? new DragEvent('drop', { ...options, dataTransfer: data })
            : new ClipboardEvent('paste', { ...options, clipboardData: data }),
        );
      },
      ...([how, name, type, base64] as const),
    );
  await give('drop', 'section[aria-label="Message"]', 'dropped.csv', 'text/csv', btoa('a;b'));
  await find(page, 'button', 'Take out dropped.csv');
  await give('paste', '#subject', 'pasted.pdf', 'application/pdf', btoa('x'));
  await find(page, 'button', 'Take out pasted.pdf');
  await give('paste', '[role="textbox"]', 'dot.png', 'image/png', DOT.toString('base64'));
  await until('the picture to be drawn', async () =>
    page.evaluate(() => document.querySelector<HTMLImageElement>('[role="textbox"] img')?.naturalWidth === 1),
  );
  await sees(page, 'Draft saved');
  const kept = (await draftOf('Dropped and pasted'))!;
  expect(kept.attachments.map(({ name, contentId }) => [name, contentId !== null])).toEqual([
    ['dropped.csv', false],
    ['pasted.pdf', false],
    ['dot.png', true],
  ]);
  expect(kept.text).toContain('[picture: dot.png]');
});

describe('rich text', () => {
  it('is written by keyboard, and arrives rich and plain', async () => {
    const page = await open('/write');
    await write(page, 'Rich', 'Dear Bela,\n', [['bela', 'Bela Sousa']]);
    await chord(page, 'Control+B');
    await page.keyboard.type('two crates');
    await chord(page, 'Control+B');
    await page.keyboard.type(' go:\n- the frame\nthe panel\n\n');
    // One tab stop for the tools, arrows along them.
    await chord(page, 'Shift+Tab');
    for (let step = 0; step < 5; step++) await page.keyboard.press('ArrowRight');
    await page.keyboard.press('Enter');
    await fill(page, 'textbox', 'Leads to', 'lamp.example/crates');
    await page.keyboard.press('Enter');
    await until('the link to stand there', async () =>
      (await bodyText(page)).includes('lamp.example/crates'),
    );
    await sees(page, 'Draft saved');
    const kept = (await draftOf('Rich'))!;
    expect(kept.html).toContain('<strong>two crates</strong>');
    expect(kept.html).toMatch(/<li><p>the frame<\/p><\/li>/);
    expect(kept.html).toContain('href="https://lamp.example/crates"');
    expect(kept.text).toBe('Dear Bela,\n\ntwo crates go:\n\n- the frame\n- the panel\n\nlamp.example/crates');
    await press(page, 'button', 'Plain text');
    await until('it to be plain', async () => (await page.$('textarea[aria-label="Text"]')) !== null);
    expect(await bodyText(page)).toBe(kept.text);
    await press(page, 'button', 'Undo');
    await until('it to be rich again', async () => (await page.$('[role="textbox"] strong')) !== null);
    await chord(page, 'Control+Enter');
    await until('it to be held', async () => (await departureOf('Rich'))?.state === 'held');
    await advance({ advance: 'PT3M' });
    const [arrived] = (await mailbox(BELA)).filter(({ subject }) => subject === 'Rich');
    expect(arrived!.headers).toContain('multipart/alternative');
    expect(arrived!.text.trim()).toBe(kept.text);
  });

  it('is taken back with its emphasis, its picture, its attachment, and the cursor where it was', async () => {
    const page = await open('/write');
    await write(page, 'Taken back whole', 'Dear Bela,\nsee ', [['bela', 'Bela Sousa']]);
    await chord(page, 'Control+B');
    await page.keyboard.type('this');
    await chord(page, 'Control+B');
    await attach(page, 'Picture', files({ 'dot.png': DOT }));
    await until('the picture to be drawn', async () =>
      page.evaluate(
        () => document.querySelector<HTMLImageElement>('[role="textbox"] img')?.naturalWidth === 1,
      ),
    );
    await attach(page, 'Attach a file', files({ 'terms.txt': 'terms' }));
    await find(page, 'button', 'Take out terms.txt');
    await sees(page, 'Draft saved');
    await page.click('[role="textbox"] p');
    await page.keyboard.press('Home');
    for (let step = 0; step < 5; step++) await page.keyboard.press('ArrowRight');
    const before = (await draftOf('Taken back whole'))!;
    await chord(page, 'Control+Enter');
    await page.waitForFunction(() => location.pathname === '/inbox');
    await page.waitForFunction(() => document.activeElement?.textContent?.includes('Take back'));
    await page.keyboard.press('T');
    await page.waitForFunction(() => location.pathname.startsWith('/write/'));
    await until('the cursor to be back', async () => (await beforeCursor(page)) === 'Dear ');
    await page.keyboard.type('dear ');
    await sees(page, 'Draft saved');
    const after = (await draftOf('Taken back whole'))!;
    expect(after.html).toBe(before.html!.replace('Dear Bela', 'Dear dear Bela'));
    expect(after.attachments.map(({ id }) => id)).toEqual(before.attachments.map(({ id }) => id));
    expect(after.html).toContain(`cid:${after.attachments[0]!.contentId}`);
    await find(page, 'button', 'Take out terms.txt');
  });
});

it('ten at once are each held, readable, and taken back one by one', async () => {
  for (let index = 0; index < 10; index++) {
    const { body } = await product.api<MessageJson>('POST', '/messages', {
      to: [index % 2 ? BELA : HARUKI],
      subject: `Ten ${index}`,
      text: 'x',
    });
    await product.api('POST', `/messages/${body.id}/schedule`, { plan: { kind: 'now' } });
  }
  const page = await open('/write');
  const rows = () =>
    page.$$eval('[data-tray] [data-departure]', (all) => all.map((each) => (each as HTMLElement).innerText));
  // Five are seen, the rest is counted, behind a press.
  await until('five in the tray', async () => (await rows()).length === 5);
  await press(page, 'button', '5 more');
  await until('ten in the tray', async () => (await rows()).length === 10);
  expect((await rows()).every((words) => /until \d\d:\d\d:\d\d/.test(words))).toBe(true);
  expect(await axe(page)).toEqual([]);
  // While they are held another is written, on the same page.
  await write(page, 'Meanwhile', 'Dear Bela, go on.', [['bela', 'Bela Sousa']]);
  for (let left = 9; left >= 5; left--) {
    const newest = await page.$('[data-tray] [data-departure] button');
    await newest!.click();
    await until(`${left} in the tray`, async () => (await rows()).length === left);
  }
  const states = await Promise.all(
    Array.from({ length: 10 }, async (_, index) => (await departureOf(`Ten ${index}`))?.state),
  );
  expect(states.filter((state) => state === 'held')).toHaveLength(5);
  await advance({ advance: 'PT3M' });
  const arrived = [...(await mailbox(BELA)), ...(await mailbox(HARUKI))].filter(({ subject }) =>
    subject.startsWith('Ten '),
  );
  expect(arrived).toHaveLength(5);
});

it('what is about to leave is told outside the page to who looks elsewhere, and taken back from there', async () => {
  const page = await open('/inbox');
  await page.evaluateOnNewDocument(() => {
    const shown: { title: string; body: string; onclick?: () => void }[] = [];
    class Told {
      static permission = 'default';
      static requestPermission = () => Promise.resolve((Told.permission = 'granted'));
      onclick?: () => void;
      constructor(title: string, { body }: { body: string }) {
        shown.push(Object.assign(this, { title, body }));
      }
      close() {}
    }
    Object.assign(window, { Notification: Told, shown });
    Object.defineProperty(document, 'visibilityState', {
      get: () => ((window as { away?: boolean }).away ? 'hidden' : 'visible'),
    });
  });
  // What the page takes to load is not to count.
  await product.api('POST', '/clock', { rate: 0 });
  onTestFinished(async () => void (await product.api('POST', '/clock', { rate: 1 })));
  const { body } = await product.api<MessageJson>('POST', '/messages', {
    to: [BELA],
    subject: 'Told outside',
    text: 'x',
  });
  await product.api('POST', `/messages/${body.id}/schedule`, { plan: { kind: 'now' } });
  await page.reload({ waitUntil: 'load' });
  await press(page, 'button', 'Tell me outside this page too');
  const told = () =>
    page.evaluate(() =>
      (window as unknown as { shown: { title: string; body: string }[] }).shown.map(
        ({ title, body: said }) => `${title}: ${said}`,
      ),
    );
  // Whoever looks at the page sees the tray.
  await advance({ advance: 'PT78S' });
  await until('the tray to know', async () => /\b12 s/.test(await textOf(page, '[data-tray]')));
  expect(await told()).toEqual([]);
  await page.evaluate(() => void Object.assign(window, { away: true }));
  await advance({ advance: 'PT2S' });
  const [words] = await until('it to be told', async () => ((await told()).length > 0 ? told() : undefined));
  expect(words).toMatch(/^Leaves in \d+ s: Told outside, to Bela Sousa\. Press here to take it back\.$/);
  await page.evaluate(() => (window as unknown as { shown: { onclick: () => void }[] }).shown[0]!.onclick());
  await page.waitForFunction(() => location.pathname.startsWith('/write/'));
  expect((await departureOf('Told outside'))?.state).toBe('draft');
});

it('asks for receipts, sends answers to somebody else, and shows what came back', async () => {
  const page = await open('/write');
  await write(page, 'With receipts', 'Dear Haruki, here is the plan.', [['haruki', 'Haruki Anzai']]);
  await press(page, 'button', 'More about it');
  await addReaderTo(page, 'Answers to', 'bela', 'Bela Sousa');
  await choose(page, 'Importance', 'High');
  await choose(page, 'Sensitivity', 'Private');
  await page.locator('::-p-text(of delivery, from their mail server)').click();
  await page.locator('::-p-text(of being seen, from them)').click();
  expect(await axe(page)).toEqual([]);
  await press(page, 'button', 'Less');
  await sees(
    page,
    'high importance · private · receipt of delivery asked · receipt of being seen asked',
    'form',
  );
  await chord(page, 'Control+Enter');
  await until('it to be held', async () => (await departureOf('With receipts'))?.state === 'held');
  await advance({ advance: 'PT3M' });
  const [arrived] = (await mailbox(HARUKI)).filter(({ subject }) => subject === 'With receipts');
  expect(arrived!.headers).toMatch(/^Importance: high$/m);
  expect(arrived!.headers).toMatch(/^Sensitivity: Private$/m);
  expect(arrived!.headers).toMatch(/^Reply-To: Bela Sousa <bela@wrenfield\.example>$/m);
  expect(arrived!.envelope).toMatch(
    /RCPT TO:<h\.anzai@\S+> NOTIFY=SUCCESS,FAILURE,DELAY ORCPT=rfc822;h\.anzai@/,
  );
  await advance({ advance: 'P1D' });
  const { id } = (await departureOf('With receipts'))!;
  const { body } = await product.api<DepartureJson>('GET', `/departures/${id}`);
  expect(body.recipients[0]!.receipts.map(({ action }) => action)).toEqual(['delivered', 'displayed']);
  const view = await open(`/departures/${id}`);
  await sees(view, /delivered Tue 24 Nov[^·]*· seen/, 'main');
  expect(await axe(view)).toEqual([]);
  // Receipts stand with what they are about, not among the mail.
  const { body: inbox } = await product.api<MessagePageJson>('GET', '/inbox?limit=500');
  expect(inbox.messages.filter(({ subject }) => /^(Delivered|Seen)/.test(subject))).toEqual([]);
});

/** Picks a reader for another field than To. */
async function addReaderTo(page: Page, field: string, letters: string, name: string): Promise<void> {
  await (await find(page, 'combobox', field)).focus();
  await page.keyboard.type(letters);
  await until(`${name} to be offered`, () =>
    page.evaluate(
      (words) =>
        [...document.querySelectorAll('.ant-select-dropdown:not(.ant-select-dropdown-hidden)')].some((each) =>
          (each as HTMLElement).innerText.includes(words),
        ),
      name,
    ),
  );
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
}

async function choose(page: Page, field: string, option: string): Promise<void> {
  await (await find(page, 'combobox', field)).focus();
  await page.keyboard.press('Enter');
  const inHand = () =>
    page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('.ant-select-dropdown:not(.ant-select-dropdown-hidden)')]
        .map((list) => list.querySelector('.ant-select-item-option-active')?.textContent)
        .find(Boolean),
    );
  await until(`${option} to be in hand`, async () => {
    if ((await inHand()) === option) return true;
    await page.keyboard.press('ArrowDown');
    return false;
  });
  await page.keyboard.press('Enter');
}

describe('answers', () => {
  const incoming = async () => {
    const source = [
      'From: Haruki Anzai <h.anzai@lacquer-osaka.example>',
      'To: Tamsin Oyelaran <registrar@wrenfield.example>, Loans <loans@wrenfield.example>',
      'Cc: Bela Sousa <bela@wrenfield.example>',
      'Subject: Three of us',
      'Message-ID: <three@lacquer-osaka.example>',
      'MIME-Version: 1.0',
      'Content-Type: multipart/mixed; boundary=x',
      '',
      '--x',
      'Content-Type: text/html; charset=utf-8',
      '',
      '<p>The <b>frame</b> is ready.</p>',
      '--x',
      'Content-Type: text/plain; name="frame.txt"',
      'Content-Disposition: attachment; filename="frame.txt"',
      '',
      '1240 x 880 mm',
      '--x--',
      '',
    ].join('\r\n');
    await product.takeIn('registrar@wrenfield.example', source);
    return until('it to come in', async () =>
      (await product.api<MessagePageJson>('GET', '/inbox?limit=50')).body.messages.find(
        ({ subject }) => subject === 'Three of us',
      ),
    );
  };

  it('go to everybody but me, from the address that was written to; passing on takes the attachment along', async () => {
    const { body: before } = await product.api<SettingsJson>('GET', '/settings');
    await product.api('PATCH', '/settings', {
      signature: 'Tamsin Oyelaran\nRegistrar',
      identities: [
        ...before.identities,
        { id: 'loans', name: 'Wrenfield Loans', address: 'loans@wrenfield.example', signature: 'Loans desk' },
      ],
    });
    const { id } = await incoming();
    const page = await open(`/inbox/${id}`);
    await find(page, 'button', 'Answer everybody');
    await page.keyboard.press('E');
    await page.waitForFunction(() => location.search.includes('all'));
    await sees(page, 'Loans desk', 'form');
    const text = await bodyText(page);
    expect(text).toContain('Haruki Anzai wrote on');
    expect(text).toContain('The frame is ready.');
    expect(await page.$('[role="textbox"] img, [role="textbox"] script')).toBeNull();
    await (await find(page, 'textbox', 'Text')).focus();
    await chord(page, 'Control+Home');
    await page.keyboard.type('Dear Haruki, thank you.');
    await sees(page, '“Haruki” is spoken to, and one more gets this answer', 'form');
    await press(page, 'button', 'Only to Haruki Anzai');
    await press(page, 'button', 'Undo');
    await sees(page, 'Draft saved');
    const answer = (await draftOf('Re: Three of us'))!;
    expect(answer).toMatchObject({
      identity: 'loans',
      to: [{ address: HARUKI }],
      cc: [{ address: BELA }],
    });
    await chord(page, 'Control+Enter');
    await until('it to be held', async () => (await departureOf('Re: Three of us'))?.state === 'held');
    await advance({ advance: 'PT3M' });
    const [arrived] = (await mailbox(BELA)).filter(({ subject }) => subject === 'Re: Three of us');
    expect(arrived!.headers).toMatch(/^From: Wrenfield Loans <loans@wrenfield\.example>$/m);
    expect(arrived!.headers).toMatch(/^In-Reply-To: <three@lacquer-osaka\.example>$/m);

    const again = await open(`/inbox/${id}`);
    await find(again, 'button', 'Forward');
    await again.keyboard.press('P');
    await sees(again, 'frame.txt', 'form');
    const passed = await until('it to be kept', () => draftOf('Fwd: Three of us'));
    expect(passed.attachments.map(({ name }) => name)).toEqual(['frame.txt']);
    expect(passed.attachments[0]!.received).toBe(passed.attachments[0]!.size);
  });
});

describe('nothing is lost', () => {
  it('by a killed browser and a restarted server: words, emphasis and a half-uploaded attachment', async () => {
    const env = {
      OAK_PORT: String(await freePort()),
      OAK_DATA: mkdtempSync(join(tmpdir(), 'oak-')),
    };
    onTestFinished(() => rmSync(env.OAK_DATA, { recursive: true, force: true }));
    const first = await startProduct('demo', env);
    const chromium = await startChromium();
    const page = await openPage(chromium, `${first.origin}/write`);
    await addReader(page, 'bela', 'Bela Sousa');
    await page.keyboard.press('Escape');
    await fill(page, 'textbox', 'Subject', 'Half written');
    await fill(page, 'textbox', 'Text', 'Dear Bela,\n');
    await sees(page, 'Draft saved');
    // The first piece comes through, then nothing does.
    let pieces = 0;
    await page.setRequestInterception(true);
    page.on('request', (request) => {
      const piece = request.method() === 'PUT' && request.url().endsWith('/content');
      if (request.method() !== 'GET' && !(piece && pieces++ < 1) && !request.url().endsWith('/attachments'))
        void request.abort();
      else void request.continue();
    });
    await attach(page, 'Attach a file', files({ 'plan.bin': Buffer.alloc(1_500_000, 7) }));
    await sees(page, /524 kB of 1\.5 MB|goes on once Oak Lantern answers/, 'form');
    await (await find(page, 'textbox', 'Text')).focus();
    await chord(page, 'Control+End');
    await chord(page, 'Control+B');
    await page.keyboard.type('typed while nothing was saved');
    await sees(page, 'Not saved, kept in this browser');
    // Kept here a fifth of a second after the last key.
    await until('it to be kept here', () =>
      page.evaluate(async () => {
        const open = indexedDB.open('oak-lantern');
        await new Promise((resolve) => (open.onsuccess = resolve));
        const all = open.result.transaction('drafts').objectStore('drafts').getAll();
        await new Promise((resolve) => (all.onsuccess = resolve));
        open.result.close();
        return JSON.stringify(all.result).includes('typed while nothing was saved');
      }),
    );
    const { id } = (await draftOf('Half written', first))!;
    chromium.browser.process()!.kill('SIGKILL');
    await first.stop();

    const second = await startProduct('demo', env);
    onTestFinished(async () => void (await second.stop()));
    const again = await startChromium(chromium.userDataDir);
    onTestFinished(() => again.close());
    const back = await openPage(again, `${second.origin}/write/${id}`);
    await sees(back, 'typed while nothing was saved', 'form');
    await until('the rest to be up', async () => {
      const draft = await draftOf('Half written', second);
      return draft?.attachments.length === 1 && draft.attachments[0]!.received === 1_500_000;
    });
    await find(back, 'button', 'Take out plan.bin');
    const whole = (await draftOf('Half written', second))!;
    expect(whole.html).toContain('<strong>typed while nothing was saved</strong>');
    const content = await fetch(`${second.origin}/api/v1/attachments/${whole.attachments[0]!.id}/content`);
    expect(Buffer.from(await content.arrayBuffer()).equals(Buffer.alloc(1_500_000, 7))).toBe(true);
    expect(back.problems).toEqual([]);
  });

  it('of a message no server has seen: it is offered where the next one is begun', async () => {
    const chromium = await startChromium();
    const page = await openPage(chromium, `${product.origin}/write`);
    await find(page, 'textbox', 'Text');
    await page.setRequestInterception(true);
    page.on(
      'request',
      (request) => void (request.method() === 'POST' ? request.abort() : request.continue()),
    );
    await sees(page, /Inbox\s*\d+/, 'header');
    await fill(page, 'textbox', 'Subject', 'Never seen');
    await fill(page, 'textbox', 'Text', 'Before the lights went out');
    await sees(page, 'Not saved, kept in this browser');
    await new Promise((resolve) => setTimeout(resolve, 400));
    chromium.browser.process()!.kill('SIGKILL');
    const again = await startChromium(chromium.userDataDir);
    onTestFinished(() => again.close());
    const back = await openPage(again, `${product.origin}/write`);
    await sees(back, /You had begun Never seen here, and it was cut off/);
    await press(back, 'button', 'Go on with it');
    await sees(back, 'Before the lights went out', 'form');
    await until('it to be on the server', () => draftOf('Never seen'));
    expect(back.problems).toEqual([]);
  });
});
