/** Linked files, in the interface: linked by keys and by mouse, read at the last second, cleared away, put back. */
import { existsSync, mkdirSync, readFileSync, renameSync, symlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import type {
  DeparturePageJson,
  FilesJson,
  FileWatchesJson,
  LinksJson,
  MessageJson,
  ProblemJson,
  SettingsJson,
} from '#api/types';
import { axe, chord, fill, find, press, sees } from '../support/browser';
import { demoPages } from '../support/demo';
import type { Product } from '../support/product';
import { until } from '../support/until';

let product: Product;
let folder = '';
const { open, advance, mailbox } = demoPages(async (demo) => {
  product = demo.product;
  await product.api('POST', '/clock', { rate: 0 });
  [folder] = (await product.api<SettingsJson>('GET', '/settings')).body.fileFolders as [string];
});

const PRAKRITI = 'prakriti@lamp-courier.example';
const at = (name: string) => join(folder, name);
const came = async (subject: string) =>
  (await mailbox(PRAKRITI)).find((each) => each.subject === subject)?.attachments;
async function draft(subject: string, text = 'The text.'): Promise<string> {
  return (await product.api<{ id: string }>('POST', '/messages', { to: [PRAKRITI], subject, text })).body.id;
}
async function linked(subject: string, link: object, local: string): Promise<string> {
  const id = await draft(subject);
  expect((await product.api('POST', `/messages/${id}/links`, { settleSeconds: 0, ...link })).status).toBe(
    201,
  );
  const plan = { kind: 'at', local, zone: 'Etc/UTC' };
  expect((await product.api('POST', `/messages/${id}/schedule`, { plan })).status).toBe(200);
  return id;
}
const links = async () => (await product.api<LinksJson>('GET', '/links')).body;

describe('a linked file', () => {
  it('is found by keys, goes as a colleague saved it a second before, and is told of in the Library', async () => {
    const page = await open(`/write/${await draft('Crates, as of today', 'The list is attached.')}`);
    await sees(page, '“attached”');
    await press(page, 'button', 'Link a file');
    await sees(page, 'crate list.csv', '[role="dialog"]');
    await until('the field in focus', () =>
      page.evaluate(() => document.activeElement?.getAttribute('aria-label') === 'Find in this folder'),
    );
    expect(await axe(page)).toEqual([]);
    // Into a folder and out again, then by a part of its name.
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowRight');
    await sees(page, 'readings 2026-11-23.csv', '[role="dialog"]');
    await page.keyboard.press('Backspace');
    await sees(page, 'crate list.csv', '[role="dialog"]');
    await page.keyboard.type('rate');
    await until('one to be left', async () => (await page.$$('[role="dialog"] [data-row]')).length === 1);
    await page.keyboard.press('Enter');
    await sees(page, '“crate list.csv” is linked: read as the message leaves.', '[aria-label="Notice"]');
    await sees(page, 'crate list.csv', '[aria-label="Linked files"]');
    // What is linked is attached.
    await until('it not to be asked for any more', () =>
      page.evaluate(() => !document.body.textContent.includes('“attached”')),
    );
    expect(await axe(page)).toEqual([]);
    await fill(page, 'combobox', 'When, in words', 'today 18:00');
    await find(page, 'button', 'Schedule');
    await chord(page, 'Control+Enter');
    await sees(page, 'Scheduled', '[aria-label="Notice"]');
    await advance({ set: '2026-11-24T17:59:59Z' });
    const office = await open('/postoffice');
    await press(office, 'button', 'Save a new version of “crate list.csv”');
    await sees(office, 'A colleague has saved a new version of “crate list.csv”', '[aria-label="Notice"]');
    const saved = readFileSync(at('crate list.csv'), 'utf8');
    expect(saved).toContain('4;object 4');
    await advance({ set: '2026-11-24T18:00:10Z' });
    const [file] = await until('it to come', () => came('Crates, as of today'));
    expect(file).toEqual({ name: 'crate list.csv', size: Buffer.byteLength(saved), text: saved });
    const library = await open('/library');
    await sees(library, 'crate list.csv', '[aria-labelledby="read"]');
    await sees(library, 'Crates, as of today', '[aria-labelledby="read"]');
    expect(await axe(library)).toEqual([]);
  });

  it('of a pattern, the newest alone; what is chosen about it is kept, and undone', async () => {
    const page = await open(`/write/${await draft('Readings')}`);
    await press(page, 'button', 'Link a file');
    await sees(page, 'readings/', '[role="dialog"]');
    await page.click(`[role="dialog"] [data-row="${at('readings')}"]`);
    await fill(page, 'textbox', 'Find in this folder', 'readings *.csv');
    await press(page, 'button', 'The newest of them');
    await sees(page, 'the newest of readings *.csv', '[aria-label="Linked files"]');
    await sees(page, 'readings 2026-11-23.csv', '[aria-label="Linked files"]');
    await press(page, 'button', 'Choices… about the newest of readings *.csv');
    const missing = await find(page, 'combobox', 'Where nothing is there');
    await missing.press('ArrowDown');
    await sees(page, 'send it without', 'body');
    await missing.press('ArrowDown');
    await missing.press('ArrowDown');
    await missing.press('Enter');
    await fill(page, 'textbox', 'Then the text ends with', 'None today.');
    expect(await axe(page)).toEqual([]);
    await press(page, 'button', 'Keep');
    await sees(page, 'Kept: what was chosen', '[aria-label="Notice"]');
    const own = async () => (await links()).links.find(({ subject }) => subject === 'Readings');
    expect(await own()).toMatchObject({ ifMissing: 'without', line: 'None today.', which: 'newest' });
    await press(page, 'button', 'Undo');
    await until('it to be as before', async () => (await own())?.ifMissing === 'ask');
    await press(page, 'button', 'Take out the newest of readings *.csv');
    await sees(page, 'is not linked any more', '[aria-label="Notice"]');
    await press(page, 'button', 'Undo');
    await sees(page, 'the newest of readings *.csv', '[aria-label="Linked files"]');
  });

  it('of a whole folder all go, each under its name', async () => {
    mkdirSync(at('whole'));
    for (const name of ['one.txt', 'two.txt', '.hidden']) writeFileSync(at(`whole/${name}`), name);
    await linked('All of it', { path: at('whole') }, '2026-11-25T00:30');
    await advance({ set: '2026-11-25T00:30:10Z' });
    const files = await until('it to come', () => came('All of it'));
    expect(files.map(({ name, text }) => [name, text])).toEqual([
      ['one.txt', 'one.txt'],
      ['two.txt', 'two.txt'],
    ]);
  });

  it.each([
    ['ask', 'paused'],
    ['skip', 'draft'],
    ['without', 'sent'],
  ])('that is not there then: %s', async (ifMissing, state) => {
    const subject = `Missing, ${ifMissing}`;
    const path = at(`${ifMissing}.csv`);
    writeFileSync(path, 'x');
    const hour = { ask: '01', skip: '02', without: '03' }[ifMissing];
    const moment = `2026-11-25T${hour}:00`;
    const id = await linked(subject, { path, ifMissing, line: 'No list.' }, moment);
    renameSync(path, at(`${ifMissing}.away`));
    await advance({ set: `${moment}:10Z` });
    const message = async () => (await product.api<MessageJson>('GET', `/messages/${id}`)).body;
    await until('it to be so', async () => (await message()).departures[0]?.state === state);
    if (state === 'paused') {
      const page = await open('/departures');
      await sees(page, subject, 'tbody');
      await sees(page, 'Needs review', 'tbody');
      const { body } = await product.api<DeparturePageJson>('GET', `/departures?state=paused&q=${subject}`);
      expect(body.departures[0]!.reason).toBe('“ask.csv” is not there.');
    } else expect((await came(subject))?.length).toBe(state === 'sent' ? 0 : undefined);
    if (state === 'sent') expect((await message()).text).toContain('No list.');
  });

  it('is deleted only once the server has taken it, and put back from the Library', async () => {
    writeFileSync(at('once.csv'), 'only once');
    const path = at('once.csv');
    await product.api('PUT', '/postoffice/faults', { greylist: [PRAKRITI] });
    await linked('Only once', { path, after: 'delete' }, '2026-11-25T05:00');
    await advance({ set: '2026-11-25T05:00:10Z' });
    expect(await came('Only once')).toBeUndefined();
    expect(existsSync(path)).toBe(true);
    await product.api('PUT', '/postoffice/faults', {});
    await advance({ set: '2026-11-25T06:00:00Z' });
    await until('it to be there', () => came('Only once'));
    await until('it to be deleted', () => !existsSync(path));
    const page = await open('/library');
    await press(page, 'button', 'Put back once.csv');
    await sees(page, '“once.csv” is back in its place.', '[aria-label="Notice"]');
    expect(readFileSync(path, 'utf8')).toBe('only once');
  });
});

it('a message leaves each time a file changes: chosen with the form, paused, set going, taken back', async () => {
  const subject = 'Readings have changed';
  writeFileSync(at('watched.csv'), 'one');
  const page = await open(`/write/${await draft(subject)}`);
  await press(page, 'button', 'change plan');
  await page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('.ant-segmented-item')]
      .find((each) => each.textContent === 'When a file changes')!
      .click(),
  );
  await press(page, 'button', 'Choose a file or a folder');
  await sees(page, 'watched.csv', '[role="dialog"]');
  await page.keyboard.type('watched');
  await until('one to be left', async () => (await page.$$('[role="dialog"] [data-row]')).length === 1);
  await page.keyboard.press('Enter');
  await sees(page, 'each time watched.csv has really changed', 'body');
  expect(await axe(page)).toEqual([]);
  await chord(page, 'Control+Enter');
  await sees(page, 'Watched: it leaves each time the file changes.', '[aria-label="Notice"]');
  await sees(page, subject, '[aria-labelledby="file-watches"]');
  await sees(page, 'watched.csv, 3 bytes', '[aria-labelledby="file-watches"]');
  expect(await axe(page)).toEqual([]);
  const own = async () =>
    (await product.api<FileWatchesJson>('GET', '/file-watches')).body.fileWatches.find(
      (each) => each.subject === subject,
    );
  writeFileSync(at('watched.csv'), 'another');
  await until('it to be made', async () => (await own())?.count === 1);
  await advance({ advance: 'PT2M' });
  await until('it to come', () => came(subject));
  await press(page, 'button', `Pause “${subject}”`);
  await sees(page, 'is paused: nothing of it leaves.', '[aria-label="Notice"]');
  writeFileSync(at('watched.csv'), 'a third');
  await advance({ advance: 'PT10M' });
  await press(page, 'button', `Go on watching for “${subject}”`);
  await until('what changed meanwhile to be found', async () => (await own())?.count === 2);
  await press(page, 'button', `Take back “${subject}” to edit it`);
  await until('the message', () => page.url().includes('/write/'));
  await sees(page, 'each time watched.csv has really changed', 'body');
  expect(await own()).toBeUndefined();
});

it('nothing outside of the allowed folders is linked or listed, by path, “..” or link; Settings says which they are', async () => {
  const id = await draft('Not allowed');
  symlinkSync('/etc', at('elsewhere'));
  mkdirSync(at('inside'), { recursive: true });
  for (const path of ['/etc/passwd', `${folder}/../oak.db`, 'oak.db', `${folder}x/a`]) {
    const { status, body } = await product.api<ProblemJson>('POST', `/messages/${id}/links`, { path });
    expect(status, path).toBe(422);
    expect(body.detail).toMatch(/not in a folder that files may be linked from|must not go up|begins with/);
  }
  const files = async (under: string) =>
    product.api<FilesJson & ProblemJson>('GET', `/files?under=${encodeURIComponent(under)}`);
  expect((await files('/etc')).status).toBe(422);
  expect((await files(at('elsewhere'))).status).toBe(404);
  expect((await files(folder)).body.entries.map(({ name }) => name)).not.toContain('elsewhere');
  await product.api('POST', `/messages/${id}/links`, { path: `${at('elsewhere')}/passwd` });
  const [link] = (await product.api<LinksJson>('GET', `/links?message=${id}`)).body.links;
  expect(link!.now).toEqual({
    files: [],
    trouble: '“passwd” is not in a folder that files may be linked from.',
  });
  const page = await open('/settings/server');
  await sees(page, folder, '[aria-labelledby="files"]');
  await fill(page, 'textbox', 'Another folder', 'lists');
  await press(page, 'button', 'Allow');
  await sees(page, 'A path begins with “/”', '[aria-labelledby="files"]');
  expect(await axe(page)).toEqual([]);
});
