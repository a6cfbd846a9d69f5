/** Texts and batches, in the interface: kept, used, filled for each reader; pasted, mended, scheduled, moved, taken back. */
import type { HTTPRequest, Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import type { BatchesJson, BatchRowsJson, CorrespondentsJson, OccasionsJson, TextsJson } from '#api/types';
import { axe, chord, fill, find, has, press, sees, textOf } from '../support/browser';
import { addReader, demoPages } from '../support/demo';
import type { Product } from '../support/product';
import { until } from '../support/until';

let product: Product;
const { open, advance, mailbox } = demoPages((demo) => {
  product = demo.product;
  return product.api('POST', '/clock', { rate: 0 });
});

const HARUKI = 'h.anzai@lacquer-osaka.example';
/** Ticks the box with these words beside it. */
const tick = (page: Page, words: string) =>
  page.evaluate(
    (wanted) =>
      [...document.querySelectorAll('label')].find((each) => each.textContent.includes(wanted))!.click(),
    words,
  );
/** A field that has the focus once its panel has unfolded. */
const focused = (page: Page, label: string) =>
  until(`the focus in ${label}`, () =>
    page.evaluate((name) => document.activeElement?.getAttribute('aria-label') === name, label),
  );
const texts = async () => (await product.api<TextsJson>('GET', '/texts')).body.texts;
const textNamed = (name: string) =>
  until(`the text ${name}`, async () => (await texts()).find((each) => each.name === name));

describe('a text', () => {
  it('is made from a message, with its reader’s name as a field, and used by a few letters of its name', async () => {
    const { body: message } = await product.api<{ id: string }>('POST', '/messages', {
      to: [HARUKI],
      subject: 'Humidity in Osaka',
      text: 'Dear Haruki,\n\nplease keep the lamps of Naniwa Lacquer House above 50 %.\n\n-- \nTamsin',
    });
    const page = await open(`/write/${message.id}`);
    await press(page, 'button', 'Keep as a text');
    await sees(page, 'What could be a field');
    expect(await axe(page)).toEqual([]);
    // Osaka stays as it is.
    await tick(page, 'Osaka');
    await fill(page, 'textbox', 'Name', 'Humidity');
    await chord(page, 'Enter');
    await sees(page, '“Humidity” is kept.', '[aria-label="Notice"]');
    const kept = await textNamed('Humidity');
    expect(kept.subject).toBe('Humidity in Osaka');
    expect(kept.text.trim()).toBe(
      'Dear {{first name}},\n\nplease keep the lamps of {{organisation}} above 50 %.',
    );
    await sees(page, 'Version 1');
    expect(await axe(page)).toEqual([]);

    const fresh = await open('/write?new=1');
    await addReader(fresh, 'luísa', 'Luísa Brandão');
    await chord(fresh, 'Alt+Shift+X');
    await focused(fresh, 'Name of the text');
    await fresh.keyboard.type('humi');
    await sees(fresh, 'Humidity', '[role="dialog"] ul');
    await fresh.keyboard.press('Enter');
    await sees(fresh, '“Humidity” stands in the message.', '[aria-label="Notice"]');
    await sees(fresh, 'Fields, as Luísa Brandão has them');
    await sees(fresh, 'Seguros Brandão', '[aria-label="Fields"]');
    await press(fresh, 'button', 'Show the text filled');
    await sees(fresh, 'Dear Luísa,', '[aria-label^="The text as"]');
    expect(await axe(fresh)).toEqual([]);
    await press(fresh, 'button', 'Undo');
    await sees(fresh, 'Without “Humidity” again.', '[aria-label="Notice"]');
    await until('the words to be gone', async () => !(await textOf(fresh)).includes('{{first name}}'));
  });

  it('refuses what nothing is known for, by the reader’s name, until it is given there', async () => {
    await product.api('POST', '/texts', {
      name: 'Rooms',
      subject: 'Room {{room}}',
      text: 'Room {{room}}, {{first name}}.',
    });
    const page = await open('/library');
    await press(page, 'link', 'Write with it: “Rooms”');
    await until('the page', () => page.evaluate(() => location.pathname.startsWith('/write')));
    await addReader(page, 'haruki', 'Haruki Anzai');
    await addReader(page, 'luísa', 'Luísa Brandão');
    await sees(page, 'All of them get one message', '[aria-label="Fields"]');
    await press(page, 'button', 'Send individual copies');
    await sees(page, 'room has no value for Haruki Anzai.', '[aria-label="Fields"]');
    await fill(page, 'textbox', 'room for Haruki Anzai', 'A 1');
    await press(page, 'button', 'The same for all: room');
    await sees(page, 'A 1', '[aria-label="Fields"] td');
    await press(page, 'button', 'The next reader');
    await fill(page, 'textbox', 'room for Luísa Brandão', 'B 2');
    await sees(page, 'Fields, as Luísa Brandão has them');
    await until('no finding about it', async () => !(await textOf(page)).includes('“{{room}}”'));
    expect(await axe(page)).toEqual([]);
    await fill(page, 'combobox', 'When, in words', 'today 18:00');
    await find(page, 'button', 'Schedule 2 copies');
    await chord(page, 'Control+Enter');
    await sees(page, 'Scheduled', '[aria-label="Notice"]');
    await advance({ set: '2026-11-24T18:00:10Z' });
    const [one] = await until('it to come', async () => {
      const all = (await mailbox(HARUKI)).filter(({ subject }) => subject.startsWith('Room'));
      return all.length > 0 && all;
    });
    expect(one).toMatchObject({ subject: 'Room A 1' });
    expect(one!.text).toContain('Room A 1, Haruki.');
    expect(one!.text).not.toContain('Luísa');
  });

  it('says again what it said before, and is told of in another window', async () => {
    const { body: made } = await product.api<{ id: string }>('POST', '/texts', {
      name: 'Twice',
      text: 'One.',
    });
    const [here, there] = [await open(`/library/texts/${made.id}`), await open(`/library/texts/${made.id}`)];
    await here.bringToFront();
    await fill(here, 'textbox', 'Text', 'Two.');
    await sees(here, 'Version 2');
    await sees(here, 'Saved');
    await there.bringToFront();
    await fill(there, 'textbox', 'Text', 'Three.');
    await sees(there, 'It was changed in another window meanwhile.');
    await press(there, 'button', 'Take that one');
    await until('those words', () =>
      there.evaluate(() => document.querySelector('textarea')?.value === 'Two.'),
    );
    await press(there, 'button', 'Bring back version 1');
    await sees(there, 'says again what it said in version 1', '[aria-label="Notice"]');
    await until('one again', async () => (await textNamed('Twice')).text === 'One.');
    await press(there, 'button', 'Delete');
    await sees(there, 'is deleted', '[aria-label="Notice"]');
    await press(there, 'button', 'Undo');
    expect((await textNamed('Twice')).text).toBe('One.');
  });
});

const batches = async () => (await product.api<BatchesJson>('GET', '/batches')).body.batches;
const rowsOf = async (id: string) =>
  (await product.api<BatchRowsJson>('GET', `/batches/${id}/rows`)).body.rows;

describe('a batch', () => {
  it('of fifty pasted rows with three faults: mended, scheduled, moved by a day, one taken back, each reader’s own', async () => {
    const rows = Array.from({ length: 50 }, (_, n) => [
      `guest${n + 1}@guests.example`,
      `Guest ${n + 1}`,
      `R-${n + 1}`,
    ]);
    rows[4]![0] = 'guest5 at guests';
    rows[9]![2] = '';
    rows[14]![0] = 'guest14@guests.example';
    await product.api('POST', '/texts', {
      name: 'Seats',
      subject: 'Your seat {{seat}}',
      text: 'Dear {{first name}},\n\nyour seat is {{seat}}.',
    });
    const page = await open('/departures?part=batches');
    await sees(page, 'No batch yet');
    expect(await axe(page)).toEqual([]);
    await press(page, 'link', 'New batch');
    await press(page, 'button', 'Choose a text');
    await focused(page, 'Name of the text');
    await page.keyboard.type('seats');
    await sees(page, 'Seats', '[role="dialog"] ul');
    await page.keyboard.press('Enter');
    await sees(page, 'Another text');
    const field = await find(
      page,
      'textbox',
      'Cells, pasted from a spreadsheet: the first line says what they are',
    );
    await field.focus();
    await page.evaluate(
      (cells) => {
        const data = new DataTransfer();
        data.setData('text/plain', cells);
        const area = document.activeElement as HTMLTextAreaElement;
        if (
          area.dispatchEvent(
            new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
          )
        )
          document.execCommand('insertText', false, cells);
      },
      ['email\tname\tseat', ...rows.map((row) => row.join('\t'))].join('\n'),
    );
    await sees(page, '50 rows: email, name, seat');
    expect(await axe(page)).toEqual([]);
    await press(page, 'button', 'Look at the rows');
    await sees(page, '48 rows can leave; something is wrong with 2');
    expect(await axe(page)).toEqual([]);
    await press(page, 'button', 'Show the 4 with something to look at');
    await sees(page, '“guest5 at guests” is no address.');
    await sees(page, '“seat” has no value for Guest 10.');
    await sees(page, 'The same address stands in row 15.');
    await fill(page, 'textbox', 'email, row 5', 'guest5@guests.example');
    await chord(page, 'Enter');
    await fill(page, 'textbox', 'seat, row 10', 'R-10');
    await chord(page, 'Enter');
    await fill(page, 'textbox', 'email, row 15', 'guest15@guests.example');
    await chord(page, 'Enter');
    await sees(page, '50 rows can leave');
    await press(page, 'button', 'Show all rows');
    await fill(page, 'textbox', 'When, where a row says nothing', 'thu 9:00');
    await chord(page, 'Enter');
    await tick(page, 'All or none');
    await sees(page, 'Thu 09:00', '[aria-labelledby="batch-rows"]');
    await press(page, 'button', 'Schedule 50 rows');
    await sees(page, '50 rows scheduled.', '[aria-label="Notice"]');
    await sees(page, 'left 0 of 50, 50 to come');
    expect(await axe(page)).toEqual([]);
    // Taken back at once, the rows stand there again, and go again.
    // The key is pressed before all of them have been looked at again, and counts.
    let looked = false;
    let goOn = () => {};
    const withhold = (request: HTTPRequest) => {
      if (looked || !request.url().endsWith('/check')) void request.continue();
      else goOn = () => void request.continue();
    };
    await page.setRequestInterception(true);
    page.on('request', withhold);
    await press(page, 'button', 'Undo');
    await sees(page, '50 rows of “Seats” taken back.', '[aria-label="Notice"]');
    await sees(page, '50 rows, nothing scheduled yet');
    await chord(page, 'Control+Enter');
    looked = true;
    goOn();
    await sees(page, '50 rows scheduled.', '[aria-label="Notice"]');
    page.off('request', withhold);
    await page.setRequestInterception(false);
    await sees(page, 'left 0 of 50, 50 to come');

    const list = await open('/departures');
    await sees(list, 'left 0 of 50, 50 to come');
    await press(list, 'button', 'Unfold “Seats”');
    await sees(list, 'Guest 50', '[aria-label="Rows of Seats"]');
    expect(await axe(list)).toEqual([]);
    await press(list, 'button', 'A day later');
    await sees(list, '50 moved.', '[aria-label="Notice"]');
    const [batch] = await batches();
    expect((await rowsOf(batch!.id)).every(({ due }) => due === '2026-11-27T09:00:00.000Z')).toBe(true);
    // One of them, by hand.
    await press(list, 'link', 'Guest 7');
    await until('it to be open', () => list.evaluate(() => location.pathname.startsWith('/write/')));
    await press(list, 'button', 'Take back');
    await until('one to be back', async () => (await batches())[0]!.counts.takenBack === 1);
    // The text of all the others.
    await page.bringToFront();
    await press(page, 'button', 'Edit the text');
    await fill(page, 'textbox', 'Subject', 'Seat {{seat}}, as of today');
    await until(
      'all of them to say it',
      async () =>
        (await rowsOf(batch!.id)).filter(({ subject }) => subject.includes('as of today')).length >= 49,
    );
    await advance({ set: '2026-11-27T09:00:30Z' });
    await sees(page, 'left 49 of 50, 1 taken back');
    const ends = ['guest1', 'guest50'].map((name) => `${name}@guests.example`);
    for (const [n, address] of ends.entries()) {
      const [came] = await until(`mail to ${address}`, async () => {
        const all = await mailbox(address);
        return all.length > 0 && all;
      });
      const number = n === 0 ? 1 : 50;
      expect(came!.subject).toBe(`Seat R-${number}, as of today`);
      expect(came!.text).toContain(`Dear Guest,\n\nyour seat is R-${number}.`);
    }
    expect(await mailbox('guest7@guests.example')).toEqual([]);
  });
});

describe('an occasion', () => {
  it('is named, gets messages by keys, moves across a change of the clock with them, and back; its set is kept', async () => {
    const page = await open('/departures?part=occasions');
    await sees(page, 'Opening night in Porto');
    expect(await axe(page)).toEqual([]);
    await press(page, 'button', 'New occasion');
    await fill(page, 'textbox', 'Name', 'Spring opening');
    await fill(page, 'textbox', 'Date', '27 mar 2027');
    await fill(page, 'textbox', 'Time', '19:00');
    expect(await axe(page)).toEqual([]);
    await chord(page, 'Enter');
    await sees(page, 'Nothing yet. Say below');
    await fill(page, 'textbox', 'A message more', 'whenever');
    await chord(page, 'Enter');
    await sees(page, '14 days before', '[role="alert"]');
    await fill(page, 'textbox', 'A message more', '2 days after at 9:00 there');
    await chord(page, 'Enter');
    await until('the message to be open', () => page.evaluate(() => location.pathname.startsWith('/write/')));
    await addReader(page, 'bela', 'Bela Sousa');
    await fill(page, 'textbox', 'Subject', 'After {{occasion}}');
    await fill(page, 'textbox', 'Text', 'It was on {{occasion date : long}}.');
    await sees(page, 'Draft saved');
    const occasions = async () => (await product.api<OccasionsJson>('GET', '/occasions')).body.occasions;
    const spring = () =>
      until('the occasion', async () => (await occasions()).find(({ name }) => name === 'Spring opening'));
    const { id } = await spring();
    const there = await open(`/occasions/${id}`);
    await press(there, 'button', 'Schedule “After Spring opening”');
    await sees(there, '1 message scheduled.', '[aria-label="Notice"]');
    expect((await spring()).messages).toMatchObject([
      { at: '2027-03-29T08:00:00.000Z', state: 'scheduled', words: '2 days after at 09:00 there' },
    ]);
    expect(await axe(there)).toEqual([]);
    await press(there, 'button', 'Move the date');
    // To before the clocks go forward.
    await fill(there, 'textbox', 'Date', '20 mar 2027');
    await chord(there, 'Tab');
    await sees(there, '22 Mar 2027 09:00', 'table');
    expect(await axe(there)).toEqual([]);
    expect((await spring()).local).toBe('2027-03-27T19:00');
    await press(there, 'button', 'Move it, and 1 with it');
    await sees(there, 'has moved, and what belongs to it', '[aria-label="Notice"]');
    expect((await spring()).messages[0]!.at).toBe('2027-03-22T09:00:00.000Z');
    await press(there, 'button', 'Undo');
    await until('it to be back', async () => (await spring()).messages[0]!.at === '2027-03-29T08:00:00.000Z');
    await press(there, 'button', 'Keep for the next one');
    await sees(there, 'is kept for the next one, with 1 message.', '[aria-label="Notice"]');
    await textNamed('Spring opening: After {{occasion}}');
  });
});

it('has own fields of correspondents told on their page', async () => {
  const { body: people } = await product.api<CorrespondentsJson>('GET', '/correspondents');
  const haruki = people.correspondents.find(({ addresses }) => addresses.includes(HARUKI))!;
  const page = await open(`/correspondents?person=${haruki.id}`);
  await sees(page, 'loan number');
  await fill(page, 'textbox', 'Add a field of your own', 'lamp: L-7');
  await chord(page, 'Enter');
  await find(page, 'textbox', 'lamp');
  expect(await has(page, 'textbox', 'Organisation')).toBe(true);
  expect(await axe(page)).toEqual([]);
});
