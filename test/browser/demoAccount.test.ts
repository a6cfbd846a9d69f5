/** The account that ships with the demo: a newcomer tries a mailbox without having one to spare. */
import type { ImapFlow } from 'imapflow';
import { expect, it } from 'vitest';
import type { AccountsJson, MessagePageJson, SettingsJson } from '#api/types';
import { axe, find, press, sees } from '../support/browser';
import { demoPages } from '../support/demo';
import { otherProgram } from '../support/dovecot';
import type { Product } from '../support/product';
import { until } from '../support/until';

const ADDRESS = 'tamsin@lampwalk.example';

let product: Product;
const { open } = demoPages((demo) => {
  product = demo.product;
});

const listed = async (path: string) => (await product.api<MessagePageJson>('GET', path)).body.messages;

/** The subjects of what lies in a folder there. */
async function lying(other: ImapFlow, path: string): Promise<string[]> {
  const lock = await other.getMailboxLock(path);
  try {
    await other.noop();
    if (!other.mailbox || other.mailbox.exists === 0) return [];
    const found = await other.fetchAll('1:*', { headers: ['subject'] });
    return found.map(({ headers }) => headers!.toString().trim().slice('Subject: '.length));
  } finally {
    lock.release();
  }
}

it('is tried by keys: its mail is here; what is filed, written and sent here lies there; answers come to it', async () => {
  const { toTry } = (await product.api<AccountsJson>('GET', '/accounts')).body;
  const page = await open('/settings/accounts');
  await (await find(page, 'button', 'Add an account')).focus();
  await page.keyboard.press('Enter');
  await (await find(page, 'button', 'Try the one that ships')).focus();
  await page.keyboard.press('Enter');
  expect(await axe(page)).toEqual([]);
  await press(page, 'button', 'Try and add it');
  await sees(page, `${ADDRESS} is added.`, '[aria-label="Notice"]');
  await sees(page, 'all of it is here', '[aria-label="Accounts"]');
  await press(page, 'button', 'Folders…');
  await (await find(page, 'combobox', 'Drafts lie in')).focus();
  await page.keyboard.press('ArrowDown');
  await sees(page, 'Drafts', '.ant-select-dropdown');
  await page.keyboard.type('Drafts');
  await page.keyboard.press('Enter');
  await sees(page, 'Folders are looked at like this from now on.', '[aria-label="Notice"]');
  expect(await axe(page)).toEqual([]);

  const other = await otherProgram(toTry!.imap.port, ADDRESS, toTry!.password);
  const buns = await until('the buns', async () =>
    (await listed('/inbox?limit=200')).find(({ subject }) => subject === 'Forty buns?'),
  );
  await product.api('POST', '/messages/bulk', { ids: [buns.id], action: 'archive' });
  await until('them in the archive there', async () =>
    (await lying(other, 'Archive')).includes('Forty buns?'),
  );

  const { identities } = (await product.api<SettingsJson>('GET', '/settings')).body;
  const { id: identity } = identities.find(({ address }) => address === ADDRESS)!;
  const draft = { to: ['h.anzai@lacquer-osaka.example'], subject: 'A lamp from Osaka', text: 'Would you?' };
  const { body: written } = await product.api<{ id: string }>('POST', '/messages', { ...draft, identity });
  await until('the draft there', async () => (await lying(other, 'Drafts')).includes(draft.subject));
  await product.api('PATCH', '/settings', { holdSeconds: 0 });
  await product.api('POST', `/messages/${written.id}/schedule`, { plan: { kind: 'now' } });
  await until('its copy there', async () => (await lying(other, 'Sent')).includes(draft.subject));
  await until('the draft to be gone there', async () => (await lying(other, 'Drafts')).length === 0);
  await product.moveClock({ advance: 'P3D' });
  await until('the answer in that mailbox', async () =>
    (await lying(other, 'INBOX')).some((subject) => subject === `Re: ${draft.subject}`),
  );
  await until('it here', async () =>
    (await listed('/inbox?limit=200')).some(({ subject }) => subject === `Re: ${draft.subject}`),
  );
});
