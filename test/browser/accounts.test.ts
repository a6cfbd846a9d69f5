/** Accounts in the interface: added by keys, told what is wrong, mail that comes and goes by them, and taken off. */
import { afterAll, beforeAll, describe, expect, it, onTestFinished } from 'vitest';
import type { AccountsJson, MessageJson, MessagePageJson, SettingsJson } from '#api/types';
import { axe, fill, find, openPage, press, sees, startChromium, type Chromium } from '../support/browser';
import { otherProgram, PASSWORD, startDovecot } from '../support/dovecot';
import { freePort, startProduct, type Product } from '../support/product';
import { guardedSink } from '../support/sink';
import { until } from '../support/until';

const ME = { OAK_FROM: 'Ana Real <ana@real.example>', OAK_ZONE: 'Europe/Lisbon' };

let product: Product;
let chromium: Chromium;
beforeAll(async () => {
  [product, chromium] = await Promise.all([startProduct('real', ME), startChromium()]);
});
afterAll(async () => {
  await chromium.close();
  await product.stop();
});

async function open(path: string) {
  const page = await openPage(chromium, product.origin + path);
  onTestFinished(() => expect(page.problems).toEqual([]));
  return page;
}

const accounts = async () => (await product.api<AccountsJson>('GET', '/accounts')).body.accounts;
const inbox = async () =>
  (await product.api<MessagePageJson>('GET', '/inbox')).body.messages.map(({ subject }) => subject);
const letter = (subject: string) =>
  Buffer.from(
    `From: Bela <bela@harbour.example>\r\nTo: ana@real.example\r\nSubject: ${subject}\r\nMessage-ID: <${subject.length}.${Date.now()}@harbour.example>\r\n\r\nHello.\r\n`,
  );

describe('an account', () => {
  it('is added by keys, wrong at first and said so; mail comes and goes by it; and it is taken off', async () => {
    const [dovecot, sink, nobody] = [
      await startDovecot(),
      await guardedSink('me', PASSWORD),
      await freePort(),
    ];
    const other = await otherProgram(dovecot.port);
    await other.append('INBOX', letter('Already there'));

    const page = await open('/inbox');
    await sees(page, 'No mail server is set, so nothing can leave.', '[role=alert]');
    await press(page, 'link', 'Add an account');
    await (await find(page, 'button', 'Add an account')).focus();
    await page.keyboard.press('Enter');
    const address = await find(page, 'textbox', 'Address');
    await until('it to have the focus', () => address.evaluate((field) => field === document.activeElement));
    await page.keyboard.type('ana@real.example');
    await (await find(page, 'button', 'Find its servers')).focus();
    await page.keyboard.press('Enter');
    await sees(page, /real\.example does not say which servers it has/, 'form');
    await fill(page, 'textbox', 'Password', 'wrong');
    // Both servers have the same labels: each within its own group.
    const inGroup = async (group: number, label: string, text: string) => {
      const id = await page.evaluate(
        (index, words) => {
          const fieldset = document.querySelectorAll('form fieldset')[index]!;
          const labels = [...fieldset.querySelectorAll('label')];
          return labels.find((each) => each.textContent === words)!.htmlFor;
        },
        group,
        label,
      );
      await page.focus(`[id="${id}"]`);
      await page.keyboard.down('Control');
      await page.keyboard.press('a');
      await page.keyboard.up('Control');
      await page.keyboard.type(text);
    };
    const unencrypted = async (group: number) => {
      const id = await page.evaluate(
        (index) =>
          document.querySelectorAll('form fieldset')[index]!.querySelector<HTMLElement>('[role=combobox]')!
            .id,
        group,
      );
      await page.focus(`[id="${id}"]`);
      await page.keyboard.press('ArrowDown');
      await page.keyboard.type('');
      await page.keyboard.press('ArrowDown');
      await page.keyboard.press('ArrowDown');
      await page.keyboard.press('Enter');
    };
    for (const [group, port] of [
      [0, nobody],
      [1, dovecot.port],
    ] as const) {
      await inGroup(group, 'Server', '127.0.0.1');
      await unencrypted(group);
      await inGroup(group, 'Port', String(port));
      await inGroup(group, 'User name', 'me');
    }
    expect(await axe(page)).toEqual([]);
    await page.keyboard.press('Enter');
    await sees(page, /cannot be reached: nothing listens there/, 'form fieldset [role=alert]');
    // What was typed is still there: only what was wrong is typed anew.
    await inGroup(0, 'Port', String(sink.port));
    await page.keyboard.press('Enter');
    await sees(page, /does not accept the user name or password/, 'form fieldset [role=alert]');
    await fill(page, 'textbox', 'Password', PASSWORD);
    await page.keyboard.press('Enter');
    await sees(page, 'ana@real.example is added.', '[aria-label="Notice"]');
    await sees(page, 'all of it is here', '[aria-label="Accounts"]');
    expect(await axe(page)).toEqual([]);
    await until('the mailbox to be here', async () => (await inbox()).includes('Already there'));

    // What comes there is here, and what is seen here is seen there.
    await other.append('INBOX', letter('Comes later'));
    const mine = await open('/inbox');
    await sees(mine, 'Comes later');

    // Its folders are those of the mailbox, and another is chosen at once.
    await page.bringToFront();
    await press(page, 'button', 'Folders…');
    await sees(page, 'What is put off lies in', '[aria-label="Accounts"]');
    expect(await axe(page)).toEqual([]);

    // A message leaves through it, and its copy lies there.
    await product.api('PATCH', '/settings', { holdSeconds: 0 });
    const { body: draft } = await product.api<MessageJson>('POST', '/messages', {
      to: ['b@x.example'],
      subject: 'Through it',
      text: 'x',
    });
    await product.api('POST', `/messages/${draft.id}/schedule`, { plan: { kind: 'now' } });
    await until('it to leave', () => sink.received.length === 1);
    await until('its copy to lie there', async () => {
      const lock = await other.getMailboxLock('Sent');
      try {
        await other.noop();
        return other.mailbox && other.mailbox.exists === 1;
      } finally {
        lock.release();
      }
    });

    await press(page, 'button', 'Take off…: ana@real.example');
    await press(page, 'button', 'Take it off');
    await sees(page, 'What came by it stays here.', '[aria-label="Notice"]');
    expect(await accounts()).toEqual([]);
    expect(await inbox()).toContain('Already there');
    expect((await product.api<SettingsJson>('GET', '/settings')).body.account).toBeNull();
  });
});
