import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkSeries, seriesOccurrences, type Series } from './series';

const take = (series: Series, most: number, from?: string, isWorking?: (date: string) => boolean) => {
  const all: string[] = [];
  for (const { id, local } of seriesOccurrences(series, 'Europe/Lisbon', from, isWorking)) {
    all.push(id === local ? id.slice(0, 16) : `${id.slice(0, 10)}>${local.slice(0, 16)}`);
    if (all.length === most) break;
  }
  return all;
};
const weekdays = (date: string) => ![0, 6].includes(new Date(`${date}T00:00Z`).getUTCDay());
/** With a break of working days over the turn of the year. */
const closed = (date: string) => weekdays(date) && !(date >= '2026-12-24' && date <= '2027-01-03');

describe('a series', () => {
  it('is what the rule gives and the picked days, without those taken out', () => {
    const series = {
      start: '2026-12-03T09:10',
      rrule: 'FREQ=WEEKLY;BYDAY=TH;COUNT=4',
      rdate: ['2026-12-18T09:10', '2026-12-03T09:10', '2026-12-01T08:00'],
      exdate: ['2026-12-17T09:10', '2026-12-25T09:10'],
    };
    expect(take(series, 9)).toEqual([
      '2026-12-01T08:00',
      '2026-12-03T09:10',
      '2026-12-10T09:10',
      '2026-12-18T09:10',
      '2026-12-24T09:10',
    ]);
    expect(take({ start: '2026-12-03T09:10', rdate: ['2027-02-01T10:00'] }, 9)).toEqual([
      '2026-12-03T09:10',
      '2027-02-01T10:00',
    ]);
  });

  it('goes off days nobody works: left out, on, or back', () => {
    const monthly = { start: '2026-10-31T09:00', rrule: 'FREQ=MONTHLY;BYMONTHDAY=-1' };
    expect(take({ ...monthly, shift: 'skip' }, 3, undefined, closed)).toEqual([
      '2026-11-30T09:00',
      '2027-03-31T09:00',
      '2027-04-30T09:00',
    ]);
    expect(take({ ...monthly, shift: 'next-working-day' }, 4, undefined, closed)).toEqual([
      '2026-10-31>2026-11-02T09:00',
      '2026-11-30T09:00',
      '2026-12-31>2027-01-04T09:00',
      '2027-01-31>2027-02-01T09:00',
    ]);
    expect(take({ ...monthly, shift: 'previous-working-day' }, 4, undefined, closed)).toEqual([
      '2026-10-31>2026-10-30T09:00',
      '2026-11-30T09:00',
      '2026-12-31>2026-12-23T09:00',
      '2027-01-31>2027-01-29T09:00',
    ]);
  });

  it('has one where several would be at the same time, and rather the one that belongs there', () => {
    const daily = { start: '2026-12-04T09:00', rrule: 'FREQ=DAILY;BYHOUR=9,17' };
    expect(take({ ...daily, shift: 'next-working-day' }, 4, '2026-12-05T00:00', weekdays)).toEqual([
      '2026-12-07T09:00',
      '2026-12-07T17:00',
      '2026-12-08T09:00',
      '2026-12-08T17:00',
    ]);
  });

  it('that never happens says so, also where nobody ever works', () => {
    const sundays = { start: '2026-12-06T09:00', rrule: 'FREQ=WEEKLY;BYDAY=SU' };
    expect(() =>
      checkSeries({ start: '2026-01-01T09:00', rrule: 'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30' }, 'UTC'),
    ).toThrow('never');
    expect(() => checkSeries({ ...sundays, shift: 'skip' }, 'UTC', weekdays)).toThrow('never');
    expect(() => checkSeries({ ...sundays, shift: 'next-working-day' }, 'UTC', () => false)).toThrow('never');
    expect(() => checkSeries(sundays, 'UTC', weekdays)).not.toThrow();
  });

  const rule = fc.constantFrom(
    'FREQ=DAILY',
    'FREQ=DAILY;INTERVAL=3;COUNT=80',
    'FREQ=WEEKLY;BYDAY=SA,SU,MO',
    'FREQ=MONTHLY;BYMONTHDAY=24,31,-1',
    'FREQ=MONTHLY;BYDAY=1SA,-1SU',
    'FREQ=HOURLY;INTERVAL=7',
    'FREQ=DAILY;BYHOUR=0,23',
    'FREQ=YEARLY;BYMONTH=12,1;BYDAY=SU',
  );
  it('in pieces is the same as at once', () => {
    const day = fc
      .integer({ min: 0, max: 400 })
      .map((n) => new Date(Date.UTC(2026, 9, 1 + n)).toISOString().slice(0, 10));
    fc.assert(
      fc.property(
        rule,
        fc.constantFrom(
          'none' as const,
          'skip' as const,
          'next-working-day' as const,
          'previous-working-day' as const,
        ),
        day,
        fc.integer({ min: 0, max: 23 }),
        fc.array(day, { maxLength: 4 }),
        fc.constantFrom(weekdays, closed),
        (rrule, shift, from, hour, picked, isWorking) => {
          const series = {
            start: '2026-10-02T09:00',
            rrule,
            shift,
            rdate: picked.map((date) => `${date}T09:00`),
            exdate: [`${from}T09:00`],
          };
          const cut = `${from}T${String(hour).padStart(2, '0')}:00`;
          const whole = take(series, 3000, undefined, isWorking);
          const landing = (each: string) => each.slice(-16);
          const rest = whole.filter((each) => landing(each) >= cut).slice(0, 40);
          expect(take(series, rest.length || 1, cut, isWorking)).toEqual(rest);
          expect(whole.map(landing)).toEqual([...new Set(whole.map(landing))].sort());
        },
      ),
      { numRuns: 300 },
    );
  });
});
