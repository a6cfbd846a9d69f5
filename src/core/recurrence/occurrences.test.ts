import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PRINTED_RULES } from '#test/data/printedRules';
import { occurrences } from './occurrences';
import { readRule, RuleError } from './rule';

const days = (text: string) => text.trim().split(/\s+/);

const take = (rrule: string, start: string, most: number, until?: string): string[] => {
  const all: string[] = [];
  for (const each of occurrences(readRule(rrule), start, { until })) {
    all.push(each.endsWith('T09:00:00') ? each.slice(0, 10) : each.slice(0, 16));
    if (all.length === most) break;
  }
  return all;
};

describe('printed in RFC 5545', () => {
  it.each(PRINTED_RULES)('%s', (rule, start, happens, until) => {
    // One more than is printed: an end is an end.
    const most = until || /COUNT/.test(rule) ? happens.length + 1 : happens.length;
    expect(take(rule, start, most, until)).toEqual(happens);
  });
});

describe('a rule', () => {
  it.each([
    ['FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30'],
    ['FREQ=MONTHLY;BYMONTH=4;BYMONTHDAY=31'],
    ['FREQ=YEARLY;BYWEEKNO=1;BYMONTH=6;BYDAY=MO'],
    ['FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30'],
    ['FREQ=MINUTELY;BYMONTH=2;BYMONTHDAY=30'],
    ['FREQ=YEARLY;INTERVAL=1000000000'],
    ['FREQ=SECONDLY;INTERVAL=60;BYSECOND=30'],
    ['FREQ=SECONDLY;BYHOUR=5;BYMINUTE=5;BYSECOND=5;BYSETPOS=2'],
    ['FREQ=DAILY;BYHOUR=9;BYSETPOS=2'],
    ['FREQ=YEARLY;BYDAY=MO;BYSETPOS=300'],
  ])('that never happens comes to an end: %s', (rule) => {
    expect(take(rule, '2026-03-01T09:00', 2, undefined).filter((each) => each > '2026-03-01')).toEqual([]);
  });

  it('of every second of every day is no list', () => {
    const all = Array.from({ length: 60 }, (_, n) => n).join();
    const hours = Array.from({ length: 24 }, (_, n) => n).join();
    const rule = readRule(`FREQ=YEARLY;BYMONTH=1,2,3;BYHOUR=${hours};BYMINUTE=${all};BYSECOND=${all}`);
    const first = occurrences(rule, '2026-01-10T09:00').next().value as string;
    expect(first).toBe('2026-01-10T09:00:00');
  });

  it('in leap years alone skips the others, over a century without one', () => {
    expect(take('FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=29', '2090-01-01T09:00', 4)).toEqual(
      days('2092-02-29 2096-02-29 2104-02-29 2108-02-29'),
    );
  });

  it('of a week of the year reaches into the year beside it', () => {
    expect(take('FREQ=YEARLY;BYWEEKNO=1;BYDAY=MO,SU', '2024-12-01T09:00', 4)).toEqual(
      days('2024-12-30 2025-01-05 2025-12-29 2026-01-04'),
    );
    expect(take('FREQ=YEARLY;BYWEEKNO=-1;BYDAY=SU', '2026-01-01T09:00', 2)).toEqual(
      days('2027-01-03 2028-01-02'),
    );
  });

  it('from somewhere on is what it is from the start, whatever was before', () => {
    const rules = [
      'FREQ=WEEKLY;INTERVAL=3;BYDAY=MO,FR;WKST=SU',
      'FREQ=MONTHLY;INTERVAL=5;BYDAY=-1FR',
      'FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1,1',
      'FREQ=YEARLY;BYMONTHDAY=29;BYMONTH=2',
      'FREQ=YEARLY;INTERVAL=2;BYWEEKNO=1,-1;BYDAY=MO,SU',
      'FREQ=DAILY;INTERVAL=11;BYHOUR=7,19',
      'FREQ=HOURLY;INTERVAL=7;BYMINUTE=5,50',
      'FREQ=MINUTELY;INTERVAL=1007;BYMONTH=3,9',
      'FREQ=WEEKLY;COUNT=40;BYDAY=TU,TH',
    ];
    fc.assert(
      fc.property(fc.constantFrom(...rules), fc.integer({ min: 0, max: 4000 * 1440 }), (rule, minutes) => {
        const from = new Date(Date.UTC(2026, 0, 1, 9) + minutes * 60_000).toISOString().slice(0, 19);
        const five = (span: object) => {
          const found: string[] = [];
          for (const each of occurrences(readRule(rule), '2026-01-01T09:00', span))
            if (each >= from && found.push(each) === 5) break;
          return found;
        };
        expect(five({ from }), `${rule} from ${from}`).toEqual(five({}));
      }),
      { numRuns: 150 },
    );
  });

  it.each([
    ['', /FREQ/],
    ['FREQ=FORTNIGHTLY', /FREQ/],
    ['FREQ=DAILY;COUNT=2;UNTIL=20270101', /COUNT or by UNTIL/],
    ['FREQ=DAILY;COUNT=0', /COUNT/],
    ['FREQ=DAILY;INTERVAL=-1', /INTERVAL/],
    ['FREQ=DAILY;BYHOUR=24', /BYHOUR/],
    ['FREQ=MONTHLY;BYMONTHDAY=0', /BYMONTHDAY/],
    ['FREQ=MONTHLY;BYDAY=6XX', /BYDAY/],
    ['FREQ=WEEKLY;BYDAY=2MO', /so-manieth/],
    ['FREQ=WEEKLY;BYMONTHDAY=3', /BYMONTHDAY/],
    ['FREQ=MONTHLY;BYWEEKNO=3', /BYWEEKNO/],
    ['FREQ=DAILY;BYYEARDAY=3', /BYYEARDAY/],
    ['FREQ=DAILY;UNTIL=20261131', /UNTIL/],
    ['FREQ=DAILY;BYSETPOS=1', /BYSETPOS/],
    [
      `FREQ=YEARLY;BYMINUTE=${Array.from({ length: 60 }, (_, n) => n).join()};BYSECOND=${Array.from({ length: 60 }, (_, n) => n).join()};BYSETPOS=1`,
      /too many/,
    ],
    ['FREQ=DAILY;FREQ=DAILY', /twice/],
    ['FREQ=DAILY;CONSTRUCTOR=1', /no part/],
    ['FREQ=DAILY;BYDAY', /no part/],
  ])('“%s” is refused in words', (text, why) => {
    expect(() => readRule(text)).toThrow(RuleError);
    expect(() => readRule(text)).toThrow(why);
  });
});

/** A day-by-day reading of what a rule says, slow and plain: every minute of the clock is asked by itself. */
function byBruteForce(
  rule: ReturnType<typeof readRule>,
  start: string,
  most: number,
  within: number,
): string[] {
  const begin = new Date(`${start}:00Z`);
  const found: string[] = [];
  const monday = (at: Date) => Math.floor((at.getTime() / 86_400_000 + 3 - rule.weekStart) / 7);
  for (let day = 0; day < within && found.length < most; day++) {
    const at = new Date(begin.getTime() + day * 86_400_000);
    const [y, m, d] = [at.getUTCFullYear(), at.getUTCMonth(), at.getUTCDate()];
    const months = (y - begin.getUTCFullYear()) * 12 + m - begin.getUTCMonth();
    const ahead = {
      DAILY: day,
      WEEKLY: monday(at) - monday(begin),
      MONTHLY: months,
      YEARLY: y - begin.getUTCFullYear(),
    };
    if (ahead[rule.freq as keyof typeof ahead] % rule.interval !== 0) continue;
    const length = new Date(Date.UTC(y, m + 1, 0)).getUTCDate();
    const weekday = (at.getUTCDay() + 6) % 7;
    if (rule.byMonth.length > 0 && !rule.byMonth.includes(m + 1)) continue;
    if (
      rule.byMonthDay.length > 0 &&
      !rule.byMonthDay.some((each) => (each > 0 ? each : length + 1 + each) === d)
    )
      continue;
    const nth = (each: { weekday: number; ordinal: number | null }) => {
      if (each.weekday !== weekday) return false;
      if (each.ordinal === null) return true;
      const same = Array.from({ length }, (_, n) => n + 1).filter(
        (date) => (new Date(Date.UTC(y, m, date)).getUTCDay() + 6) % 7 === weekday,
      );
      return same.at(each.ordinal > 0 ? each.ordinal - 1 : each.ordinal) === d;
    };
    if (rule.byDay.length > 0 && !rule.byDay.some(nth)) continue;
    const said = rule.byDay.length + rule.byMonthDay.length > 0;
    if (!said && rule.freq === 'WEEKLY' && weekday !== (begin.getUTCDay() + 6) % 7) continue;
    if (!said && (rule.freq === 'MONTHLY' || rule.freq === 'YEARLY') && d !== begin.getUTCDate()) continue;
    if (!said && rule.freq === 'YEARLY' && rule.byMonth.length === 0 && m !== begin.getUTCMonth()) continue;
    found.push(at.toISOString().slice(0, 19));
  }
  return found;
}

it('agrees with asking every day by itself, whatever the rule', () => {
  const weekday = fc.constantFrom('MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU');
  const rule = fc
    .record({
      freq: fc.constantFrom('DAILY', 'WEEKLY', 'MONTHLY', 'YEARLY'),
      interval: fc.integer({ min: 1, max: 5 }),
      months: fc.uniqueArray(fc.integer({ min: 1, max: 12 }), { maxLength: 3 }),
      days: fc.uniqueArray(weekday, { maxLength: 3 }),
      ordinal: fc.constantFrom('', '1', '2', '-1', '5'),
      monthDays: fc.uniqueArray(fc.constantFrom(1, 2, 13, 15, 28, 29, 30, 31, -1, -2), { maxLength: 3 }),
      weekStart: weekday,
    })
    .map(({ freq, interval, months, days: list, ordinal, monthDays, weekStart }) => {
      const nth = freq === 'MONTHLY' || (freq === 'YEARLY' && months.length > 0) ? ordinal : '';
      return [
        `FREQ=${freq}`,
        `INTERVAL=${interval}`,
        `WKST=${weekStart}`,
        months.length > 0 && `BYMONTH=${months.join(',')}`,
        list.length > 0 && `BYDAY=${list.map((day) => nth + day).join(',')}`,
        monthDays.length > 0 && freq !== 'WEEKLY' && `BYMONTHDAY=${monthDays.join(',')}`,
      ]
        .filter(Boolean)
        .join(';');
    });
  const start = fc
    .integer({ min: Date.UTC(2020, 0, 1) / 60_000, max: Date.UTC(2040, 0, 1) / 60_000 })
    .map((minutes) => new Date(minutes * 60_000).toISOString().slice(0, 16));
  fc.assert(
    fc.property(rule, start, (text, begin) => {
      const read = readRule(text);
      const wanted = byBruteForce(read, begin, 12, 1500);
      const found: string[] = [];
      const end = new Date(Date.parse(`${begin}:00Z`) + 1499 * 86_400_000).toISOString().slice(0, 19);
      for (const each of occurrences(read, begin, { until: end }))
        if (found.push(each) === wanted.length) break;
      expect(found, text).toEqual(wanted);
    }),
    { numRuns: 400 },
  );
});
