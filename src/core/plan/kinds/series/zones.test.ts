/** Moments of series in ten zones against a plain reckoning of the test's own: day by day, and every clock asked. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { Temporal } from 'temporal-polyfill';
import { seriesMoments } from './moments';

const ZONES = [
  'Europe/Lisbon',
  'America/New_York',
  'America/St_Johns',
  'America/Sao_Paulo',
  'Asia/Kathmandu',
  'Asia/Tehran',
  'Africa/Casablanca',
  'Australia/Lord_Howe',
  'Pacific/Chatham',
  'Pacific/Apia',
];
const CODES = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'];
const DAYS = 800;

interface Wanted {
  often: 'days' | 'weeks' | 'nth' | 'dates' | 'last';
  interval: number;
  weekdays: number[];
  number: number;
}

/** What a rule says of a day, from nothing but the calendar. */
function isThen(
  { often, interval, weekdays, number }: Wanted,
  day: Temporal.PlainDate,
  start: Temporal.PlainDate,
): boolean {
  const monday = (each: Temporal.PlainDate) => each.subtract({ days: each.dayOfWeek - 1 });
  const months = (day.year - start.year) * 12 + day.month - start.month;
  switch (often) {
    case 'days':
      return start.until(day).days % interval === 0;
    case 'weeks':
      return (
        weekdays.includes(day.dayOfWeek - 1) && (monday(start).until(monday(day)).days / 7) % interval === 0
      );
    case 'nth':
      return (
        months % interval === 0 &&
        day.dayOfWeek - 1 === weekdays[0] &&
        Math.ceil(day.day / 7) === (number % 4) + 1
      );
    case 'dates':
      return months % interval === 0 && day.day === number;
    case 'last': {
      if (months % interval !== 0 || day.dayOfWeek > 5) return false;
      for (let later = day.add({ days: 1 }); later.month === day.month; later = later.add({ days: 1 }))
        if (later.dayOfWeek <= 5) return false;
      return true;
    }
  }
}

const ruleOf = ({ often, interval, weekdays, number }: Wanted): string => {
  const every = `INTERVAL=${interval}`;
  switch (often) {
    case 'days':
      return `FREQ=DAILY;${every}`;
    case 'weeks':
      return `FREQ=WEEKLY;${every};BYDAY=${weekdays.map((each) => CODES[each]).join()}`;
    case 'nth':
      return `FREQ=MONTHLY;${every};BYDAY=${(number % 4) + 1}${CODES[weekdays[0]!]}`;
    case 'dates':
      return `FREQ=MONTHLY;${every};BYMONTHDAY=${number}`;
    case 'last':
      return `FREQ=MONTHLY;${every};BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1`;
  }
};

it('in ten zones, over the changes of their clocks', () => {
  const wanted: fc.Arbitrary<Wanted> = fc.record({
    often: fc.constantFrom(
      'days' as const,
      'weeks' as const,
      'nth' as const,
      'dates' as const,
      'last' as const,
    ),
    interval: fc.integer({ min: 1, max: 4 }),
    weekdays: fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { minLength: 1 }),
    number: fc.integer({ min: 1, max: 31 }),
  });
  const time = fc.tuple(fc.integer({ min: 0, max: 23 }), fc.constantFrom(0, 15, 30, 59));
  fc.assert(
    fc.property(
      wanted,
      fc.constantFrom(...ZONES),
      fc.integer({ min: 0, max: 700 }),
      time,
      (each, zone, into, [hour, minute]) => {
        const start = Temporal.PlainDate.from('2026-02-01').add({ days: into });
        const expected: number[] = [];
        for (let n = 0; n < DAYS; n++) {
          const day = start.add({ days: n });
          if (!isThen(each, day, start)) continue;
          const at = day
            .toPlainDateTime({ hour, minute })
            .toZonedDateTime(zone, { disambiguation: 'compatible' });
          expected.push(at.epochMilliseconds);
        }
        const two = (n: number) => String(n).padStart(2, '0');
        const plan = {
          kind: 'series' as const,
          start: `${String(start)}T${two(hour)}:${two(minute)}`,
          zone,
          rrule: ruleOf(each),
        };
        const end = start.add({ days: DAYS }).toZonedDateTime(zone).epochMilliseconds;
        const found: number[] = [];
        for (const { at } of seriesMoments(plan, [], undefined)) {
          if (at >= end) break;
          found.push(at);
        }
        expect(found).toEqual(expected);
      },
    ),
    { numRuns: 60 },
  );
});
