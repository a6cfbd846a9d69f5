/** Written files are read by another implementation, as a calendar program would, and come to the same instants. */
import ICAL from 'ical.js';
import { afterEach, describe, expect, it } from 'vitest';
import type { SeriesPlan } from '../plan/kinds/series/plan';
import { seriesMoments } from '../plan/kinds/series/moments';
import { readSeriesFile, SeriesFileError, writeDepartureFile, writeSeriesFile } from './seriesFile';

const NOW = Date.parse('2026-11-24T14:24:00Z');
const weekdays = (date: string) => ![0, 6].includes(new Date(`${date}T00:00Z`).getUTCDay());
const entry = (plan: SeriesPlan) => ({
  uid: 'a@oak-lantern',
  name: 'Loans;\nof “this” week, 1',
  text: 'Dear all,\r\nhere.',
  readers: [{ name: 'Prakriti; T', address: 'p@x.example' }],
  plan,
  isWorking: weekdays,
});
const plan = (rrule: string | undefined, more: Partial<SeriesPlan> = {}): SeriesPlan => ({
  kind: 'series',
  start: '2026-12-03T09:10',
  zone: 'Europe/Lisbon',
  ...(rrule && { rrule }),
  ...more,
});

/** The first instants a calendar has, by the library’s own expansion and the zones that stand in the file. */
function instants(file: string, most: number): number[] {
  const calendar = new ICAL.Component(ICAL.parse(file) as unknown[]);
  for (const zone of calendar.getAllSubcomponents('vtimezone')) ICAL.TimezoneService.register(zone);
  const event = new ICAL.Event(calendar.getFirstSubcomponent('vevent')!);
  const all = event.iterator();
  const found: number[] = [];
  for (let next = all.next(); next && found.length < most; next = all.next())
    found.push(next.toJSDate().getTime());
  return found;
}
afterEach(() => ICAL.TimezoneService.reset());

describe('a series as a file', () => {
  it.each([
    plan('FREQ=WEEKLY;BYDAY=TH'),
    plan('FREQ=WEEKLY;BYDAY=TH;UNTIL=20270325', { exdate: ['2026-12-24T09:10', '2026-12-31T09:10'] }),
    plan('FREQ=MONTHLY;BYDAY=2WE', { zone: 'America/New_York', start: '2026-12-01T02:30' }),
    plan('FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,TH', { zone: 'Australia/Lord_Howe' }),
    plan('FREQ=MONTHLY;BYMONTHDAY=-1;COUNT=20', { shift: 'previous-working-day', calendar: 'sender' }),
    plan('FREQ=DAILY;COUNT=30', { zone: 'Asia/Kathmandu', rdate: ['2026-12-05T17:00'] }),
    plan(undefined, { rdate: ['2027-03-28T01:30', '2027-02-01T10:00'] }),
    plan('FREQ=WEEKLY;BYDAY=SU', { start: '2027-03-07T12:30', zone: 'America/St_Johns' }),
  ])('$rrule $zone $shift comes to the same instants', (each) => {
    const ours: number[] = [];
    for (const { at } of seriesMoments(each, [], undefined)) {
      ours.push(at);
      if (ours.length === 30) break;
    }
    const theirs = instants(writeSeriesFile([entry(each)], NOW), ours.length);
    expect(theirs.slice(0, ours.length)).toEqual(ours);
  });

  it('comes back as it was', () => {
    const each = plan('FREQ=WEEKLY;COUNT=9;BYDAY=TH', {
      exdate: ['2026-12-24T09:10'],
      rdate: ['2027-05-01T10:00'],
    });
    const [read] = readSeriesFile(writeSeriesFile([entry(each)], NOW), 'Asia/Tokyo');
    expect(read).toEqual({
      name: 'Loans;\nof “this” week, 1',
      text: 'Dear all,\nhere.',
      readers: [{ name: 'Prakriti; T', address: 'p@x.example' }],
      plan: each,
      lost: [],
    });
  });

  it('that is each reader’s own has no zone, and none is taken for mine', () => {
    const file = writeSeriesFile([entry(plan('FREQ=DAILY', { zone: 'each' }))], NOW);
    expect(file).toContain('DTSTART:20261203T091000\r\n');
    expect(readSeriesFile(file, 'Asia/Tokyo')[0]!.plan.zone).toBe('Asia/Tokyo');
  });

  it('of another program: whole days, zones nobody knows, what happens once', () => {
    const file = (lines: string) =>
      `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:1\r\n${lines}\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`;
    expect(
      readSeriesFile(file('DTSTART;VALUE=DATE:20261203\r\nRRULE:FREQ=YEARLY'), 'UTC')[0]!.plan,
    ).toMatchObject({
      start: '2026-12-03T09:00',
      rrule: 'FREQ=YEARLY',
    });
    const [odd] = readSeriesFile(
      file('DTSTART;TZID=Somewhere:20261203T080000\r\nRRULE:FREQ=DAILY'),
      'Asia/Tokyo',
    );
    expect(odd).toMatchObject({ plan: { zone: 'Asia/Tokyo' }, lost: [expect.stringContaining('Somewhere')] });
    expect(() => readSeriesFile(file('DTSTART:20261203T080000Z'), 'UTC')).toThrow(SeriesFileError);
    expect(() => readSeriesFile('BEGIN:VCARD\r\nEND:VCARD', 'UTC')).toThrow(SeriesFileError);
    expect(() => readSeriesFile('no file', 'UTC')).toThrow('no iCalendar file');
  });
});

it('departures stand at their instants', () => {
  const at = Date.parse('2026-12-03T09:10:00Z');
  const file = writeDepartureFile([{ id: 'd', at, subject: 'Crates', to: 'Prakriti' }], NOW);
  const event = new ICAL.Component(ICAL.parse(file) as unknown[]).getFirstSubcomponent('vevent')!;
  expect((event.getFirstPropertyValue('dtstart') as unknown as ICAL.Time).toJSDate().getTime()).toBe(at);
});
