/** Calendars elsewhere, in the interface: a server kept the same both ways, a file that is followed, told of in words where they cannot be read. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import type { CalendarsJson, EventJson, SettingsJson } from '#api/types';
import { axe, fill, find, press, sees, textOf } from '../support/browser';
import { demoPages } from '../support/demo';
import type { Product } from '../support/product';
import { until } from '../support/until';

let product: Product;
const { open } = demoPages((demo) => {
  product = demo.product;
  return product.api('POST', '/clock', { rate: 0 });
});
const calendars = async () => (await product.api<CalendarsJson>('GET', '/calendars')).body;
const events = async () =>
  (
    await product.api<{ events: EventJson[] }>(
      'GET',
      '/events?from=2026-12-14T00:00:00Z&until=2026-12-20T00:00:00Z',
    )
  ).body.events.map(({ summary }) => summary);
const add = (summary: string) =>
  product.api<EventJson>('POST', '/events', { summary, start: '2026-12-15T10:00', zone: 'Europe/Lisbon' });
const ics = (uid: string, summary: string) =>
  `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Somebody//Else//EN\r\nBEGIN:VEVENT\r\nUID:${uid}\r\nDTSTAMP:20261101T000000Z\r\nDTSTART:20261216T100000Z\r\nDTEND:20261216T110000Z\r\nSUMMARY:${summary}\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`;
/** Asks the server as another program would. */
async function there(method: string, name = '', body?: string): Promise<string> {
  const { calendars: all, toTry } = await calendars();
  const place = all.find(({ kind }) => kind === 'caldav')!.place;
  const pair = Buffer.from(`${toTry!.user}:${toTry!.password}`).toString('base64');
  const answer = await fetch(place + name, {
    method,
    body,
    headers: { authorization: `Basic ${pair}`, depth: '1', 'content-type': 'text/calendar' },
  });
  return answer.text();
}

describe('a calendar of a server', () => {
  it('is found by keys, kept the same both ways by itself, and followed no more', async () => {
    await add('Before it was followed');
    const page = await open('/calendar?on=2026-12-14&view=list');
    await (await find(page, 'button', 'Other calendars…')).focus();
    await page.keyboard.press('Enter');
    await sees(page, 'No other calendar is followed.');
    await (await find(page, 'button', 'A calendar server…')).focus();
    await page.keyboard.press('Enter');
    await (await find(page, 'button', 'Try the one that ships')).focus();
    await page.keyboard.press('Enter');
    await fill(page, 'textbox', 'Password', 'wrong');
    await (await find(page, 'button', 'Find its calendars')).focus();
    await page.keyboard.press('Enter');
    await sees(page, 'does not take this name and password', '[aria-label="Notice"]');
    await fill(page, 'textbox', 'Password', 'lantern');
    await (await find(page, 'button', 'Find its calendars')).focus();
    await page.keyboard.press('Enter');
    await (await find(page, 'button', 'Keep the same: “Museum house”')).focus();
    expect(await axe(page)).toEqual([]);
    await page.keyboard.press('Enter');
    await sees(page, /is followed: \d+ events? the same here and there/, '[aria-label="Notice"]');
    await sees(page, 'calendar server, both ways', '[aria-label="Other calendars"]');
    expect(await axe(page)).toEqual([]);
    const report =
      '<c:calendar-query xmlns:c="urn:ietf:params:xml:ns:caldav"><c:calendar-data/></c:calendar-query>';
    expect(await there('REPORT', '', report)).toContain('SUMMARY:Before it was followed');

    // What is put in here goes there without being asked for.
    await add('While it is followed');
    await until('it to be there', async () =>
      (await there('REPORT', '', report)).includes('While it is followed'),
    );
    // And the other way, looked for at once.
    await there('PUT', 'theirs.ics', ics('theirs', 'Boiler, by the house'));
    await press(page, 'button', 'Look now');
    await sees(page, 'Boiler, by the house', 'table');
    // Whoever reads the list of calendars reads no password.
    expect(JSON.stringify((await calendars()).calendars)).not.toContain('lantern');

    await press(page, 'button', 'Follow no more…');
    await press(page, 'button', 'Take its events out, too');
    await sees(page, 'its events are out of your calendar', '[aria-label="Notice"]');
    await until('it to be gone', async () => !(await textOf(page)).includes('Boiler, by the house'));
  });
});

describe('a calendar file', () => {
  it('is chosen, and what changes in it changes here by itself; gone, it is said, and nothing is lost', async () => {
    const folder = join(product.dataDir, '..', 'calendars');
    mkdirSync(folder, { recursive: true });
    writeFileSync(join(folder, 'house.ics'), ics('rounds', 'Rounds'));
    const { fileFolders } = (await product.api<SettingsJson>('GET', '/settings')).body;
    await product.api('PATCH', '/settings', { fileFolders: [...fileFolders, folder] });
    const page = await open('/calendar?on=2026-12-14&view=list');
    await press(page, 'button', 'Other calendars…');
    await press(page, 'button', 'Follow a file…');
    await press(page, 'button', 'calendars/');
    await sees(page, 'house.ics', '[role="dialog"]');
    await page.keyboard.type('house');
    await page.keyboard.press('Enter');
    await sees(page, 'file, only read', '[aria-label="Other calendars"]');
    await sees(page, 'Rounds', 'table');
    writeFileSync(join(folder, 'house.ics'), ics('rounds', 'Rounds, with lamps'));
    await sees(page, 'Rounds, with lamps', 'table');
    writeFileSync(join(folder, 'house.ics'), 'no calendar');
    await sees(page, /no iCalendar file/, '[aria-label="Other calendars"] [role="alert"]');
    expect(await events()).toContain('Rounds, with lamps');
    expect(await axe(page)).toEqual([]);
  });
});
