import { describe, expect, it } from 'vitest';
import { HolidayFileError, readHolidayFile } from './holidayFile';

const file = (...events: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', ...events, 'END:VCALENDAR'].join('\r\n');
const event = (start: string, ...lines: string[]) =>
  ['BEGIN:VEVENT', 'UID:1', `DTSTART;VALUE=DATE:${start}`, 'SUMMARY:Lamp Day', ...lines, 'END:VEVENT'].join(
    '\r\n',
  );
const read = (...events: string[]) => Object.keys(readHolidayFile(file(...events), 2026, 2028)).sort();

describe('events that recur', () => {
  it.each([
    ['RRULE:FREQ=YEARLY', ['2026-03-02', '2027-03-02', '2028-03-02']],
    ['RRULE:FREQ=YEARLY;BYMONTH=11;BYDAY=4TH', ['2026-11-26', '2027-11-25', '2028-11-23']],
    ['RRULE:FREQ=YEARLY;UNTIL=20270401', ['2026-03-02', '2027-03-02']],
    ['RRULE:FREQ=YEARLY;COUNT=8', ['2026-03-02', '2027-03-02']],
    ['RRULE:FREQ=YEARLY;INTERVAL=3', ['2026-03-02']],
  ])('%s', (rule, dates) => expect(read(event('20200302', rule))).toEqual(dates));

  it('leave out what is excepted, and take what is added', () => {
    const lines = ['RRULE:FREQ=YEARLY', 'EXDATE;VALUE=DATE:20270302', 'RDATE;VALUE=DATE:20270303'];
    expect(read(event('20200302', ...lines))).toEqual(['2026-03-02', '2027-03-03', '2028-03-02']);
  });
});

it.each([
  'FREQ=SECONDLY',
  'FREQ=YEARLY;BYHOUR=25',
  'FREQ=DAILY;BYMINUTE=1,2,3',
  'FREQ=MONTHLY;BYDAY=6MO',
  'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30',
  'FREQ=YEARLY;INTERVAL=99999999',
  'FREQ=WEEKLY;BYDAY=XX',
])('%s ends, and what cannot be followed is refused by name', (rule) => {
  try {
    // Its own first day is before these years: whatever comes of it comes of the rule.
    expect(read(event('20200302', `RRULE:${rule}`))).toEqual([]);
  } catch (error) {
    expect(error).toBeInstanceOf(HolidayFileError);
    expect((error as Error).message).toMatch(/Lamp Day|no all-day events|dates that cannot be/);
  }
});

it('more events than holidays can be are refused at once', () => {
  const many = Array.from({ length: 2001 }, () => event('20260302', 'RRULE:FREQ=DAILY'));
  expect(() => read(...many)).toThrow('at most 2000');
});
