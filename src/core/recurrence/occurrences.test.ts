import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { occurrences } from './occurrences';
import { readRule, RuleError } from './rule';

const take = (rrule: string, start: string, most: number, until?: string): string[] => {
  const all: string[] = [];
  for (const each of occurrences(readRule(rrule), start, { until })) {
    all.push(each.endsWith('T09:00:00') ? each.slice(0, 10) : each.slice(0, 16));
    if (all.length === most) break;
  }
  return all;
};
const days = (text: string) => text.trim().split(/\s+/);
const from = (first: string, count: number, step: number) =>
  Array.from({ length: count }, (_, n) =>
    new Date(Date.parse(`${first}T00:00Z`) + n * step * 86_400_000).toISOString().slice(0, 10),
  );

/** Those printed in RFC 5545 §3.8.5.3, all of them by a clock in New York, and when they happen. */
const PRINTED: [rule: string, start: string, happens: string[], until?: string][] = [
  ['FREQ=DAILY;COUNT=10', '1997-09-02T09:00', from('1997-09-02', 10, 1)],
  ['FREQ=DAILY', '1997-09-02T09:00', from('1997-09-02', 113, 1), '1997-12-23T19:00'],
  ['FREQ=DAILY;INTERVAL=2', '1997-09-02T09:00', from('1997-09-02', 60, 2)],
  [
    'FREQ=DAILY;INTERVAL=10;COUNT=5',
    '1997-09-02T09:00',
    days('1997-09-02 1997-09-12 1997-09-22 1997-10-02 1997-10-12'),
  ],
  [
    'FREQ=YEARLY;BYMONTH=1;BYDAY=SU,MO,TU,WE,TH,FR,SA',
    '1998-01-01T09:00',
    [...from('1998-01-01', 31, 1), ...from('1999-01-01', 31, 1), ...from('2000-01-01', 31, 1)],
    '2000-01-31T09:00',
  ],
  [
    'FREQ=DAILY;BYMONTH=1',
    '1998-01-01T09:00',
    [...from('1998-01-01', 31, 1), ...from('1999-01-01', 31, 1), ...from('2000-01-01', 31, 1)],
    '2000-01-31T09:00',
  ],
  ['FREQ=WEEKLY;COUNT=10', '1997-09-02T09:00', from('1997-09-02', 10, 7)],
  ['FREQ=WEEKLY', '1997-09-02T09:00', from('1997-09-02', 17, 7), '1997-12-23T19:00'],
  ['FREQ=WEEKLY;INTERVAL=2;WKST=SU', '1997-09-02T09:00', from('1997-09-02', 12, 14)],
  [
    'FREQ=WEEKLY;WKST=SU;BYDAY=TU,TH',
    '1997-09-02T09:00',
    days(
      '1997-09-02 1997-09-04 1997-09-09 1997-09-11 1997-09-16 1997-09-18 1997-09-23 1997-09-25 1997-09-30 1997-10-02',
    ),
    '1997-10-06T20:00',
  ],
  [
    'FREQ=WEEKLY;COUNT=10;WKST=SU;BYDAY=TU,TH',
    '1997-09-02T09:00',
    days(
      '1997-09-02 1997-09-04 1997-09-09 1997-09-11 1997-09-16 1997-09-18 1997-09-23 1997-09-25 1997-09-30 1997-10-02',
    ),
  ],
  [
    'FREQ=WEEKLY;INTERVAL=2;WKST=SU;BYDAY=MO,WE,FR',
    '1997-09-01T09:00',
    days(
      `1997-09-01 1997-09-03 1997-09-05 1997-09-15 1997-09-17 1997-09-19 1997-09-29 1997-10-01 1997-10-03 1997-10-13 1997-10-15
      1997-10-17 1997-10-27 1997-10-29 1997-10-31 1997-11-10 1997-11-12 1997-11-14 1997-11-24 1997-11-26 1997-11-28 1997-12-08
      1997-12-10 1997-12-12 1997-12-22`,
    ),
    '1997-12-23T19:00',
  ],
  [
    'FREQ=WEEKLY;INTERVAL=2;COUNT=8;WKST=SU;BYDAY=TU,TH',
    '1997-09-02T09:00',
    days('1997-09-02 1997-09-04 1997-09-16 1997-09-18 1997-09-30 1997-10-02 1997-10-14 1997-10-16'),
  ],
  [
    'FREQ=MONTHLY;COUNT=10;BYDAY=1FR',
    '1997-09-05T09:00',
    days(
      '1997-09-05 1997-10-03 1997-11-07 1997-12-05 1998-01-02 1998-02-06 1998-03-06 1998-04-03 1998-05-01 1998-06-05',
    ),
  ],
  [
    'FREQ=MONTHLY;BYDAY=1FR',
    '1997-09-05T09:00',
    days('1997-09-05 1997-10-03 1997-11-07 1997-12-05'),
    '1997-12-23T19:00',
  ],
  [
    'FREQ=MONTHLY;INTERVAL=2;COUNT=10;BYDAY=1SU,-1SU',
    '1997-09-07T09:00',
    days(
      '1997-09-07 1997-09-28 1997-11-02 1997-11-30 1998-01-04 1998-01-25 1998-03-01 1998-03-29 1998-05-03 1998-05-31',
    ),
  ],
  [
    'FREQ=MONTHLY;COUNT=6;BYDAY=-2MO',
    '1997-09-22T09:00',
    days('1997-09-22 1997-10-20 1997-11-17 1997-12-22 1998-01-19 1998-02-16'),
  ],
  [
    'FREQ=MONTHLY;BYMONTHDAY=-3',
    '1997-09-28T09:00',
    days('1997-09-28 1997-10-29 1997-11-28 1997-12-29 1998-01-29 1998-02-26'),
  ],
  [
    'FREQ=MONTHLY;COUNT=10;BYMONTHDAY=2,15',
    '1997-09-02T09:00',
    days(
      '1997-09-02 1997-09-15 1997-10-02 1997-10-15 1997-11-02 1997-11-15 1997-12-02 1997-12-15 1998-01-02 1998-01-15',
    ),
  ],
  [
    'FREQ=MONTHLY;COUNT=10;BYMONTHDAY=1,-1',
    '1997-09-30T09:00',
    days(
      '1997-09-30 1997-10-01 1997-10-31 1997-11-01 1997-11-30 1997-12-01 1997-12-31 1998-01-01 1998-01-31 1998-02-01',
    ),
  ],
  [
    'FREQ=MONTHLY;INTERVAL=18;COUNT=10;BYMONTHDAY=10,11,12,13,14,15',
    '1997-09-10T09:00',
    days(
      '1997-09-10 1997-09-11 1997-09-12 1997-09-13 1997-09-14 1997-09-15 1999-03-10 1999-03-11 1999-03-12 1999-03-13',
    ),
  ],
  [
    'FREQ=MONTHLY;INTERVAL=2;BYDAY=TU',
    '1997-09-02T09:00',
    days(
      '1997-09-02 1997-09-09 1997-09-16 1997-09-23 1997-09-30 1997-11-04 1997-11-11 1997-11-18 1997-11-25 1998-01-06 1998-01-13',
    ),
  ],
  [
    'FREQ=YEARLY;COUNT=10;BYMONTH=6,7',
    '1997-06-10T09:00',
    days(
      '1997-06-10 1997-07-10 1998-06-10 1998-07-10 1999-06-10 1999-07-10 2000-06-10 2000-07-10 2001-06-10 2001-07-10',
    ),
  ],
  [
    'FREQ=YEARLY;INTERVAL=2;COUNT=10;BYMONTH=1,2,3',
    '1997-03-10T09:00',
    days(
      '1997-03-10 1999-01-10 1999-02-10 1999-03-10 2001-01-10 2001-02-10 2001-03-10 2003-01-10 2003-02-10 2003-03-10',
    ),
  ],
  [
    'FREQ=YEARLY;INTERVAL=3;COUNT=10;BYYEARDAY=1,100,200',
    '1997-01-01T09:00',
    days(
      '1997-01-01 1997-04-10 1997-07-19 2000-01-01 2000-04-09 2000-07-18 2003-01-01 2003-04-10 2003-07-19 2006-01-01',
    ),
  ],
  ['FREQ=YEARLY;BYDAY=20MO', '1997-05-19T09:00', days('1997-05-19 1998-05-18 1999-05-17')],
  ['FREQ=YEARLY;BYWEEKNO=20;BYDAY=MO', '1997-05-12T09:00', days('1997-05-12 1998-05-11 1999-05-17')],
  [
    'FREQ=YEARLY;BYMONTH=3;BYDAY=TH',
    '1997-03-13T09:00',
    days(
      '1997-03-13 1997-03-20 1997-03-27 1998-03-05 1998-03-12 1998-03-19 1998-03-26 1999-03-04 1999-03-11 1999-03-18 1999-03-25',
    ),
  ],
  [
    'FREQ=YEARLY;BYDAY=TH;BYMONTH=6,7,8',
    '1997-06-05T09:00',
    days(
      `1997-06-05 1997-06-12 1997-06-19 1997-06-26 1997-07-03 1997-07-10 1997-07-17 1997-07-24 1997-07-31 1997-08-07 1997-08-14
      1997-08-21 1997-08-28 1998-06-04`,
    ),
  ],
  // The start itself is taken out by EXDATE there.
  [
    'FREQ=MONTHLY;BYDAY=FR;BYMONTHDAY=13',
    '1997-09-02T09:00',
    days('1998-02-13 1998-03-13 1998-11-13 1999-08-13 2000-10-13'),
  ],
  [
    'FREQ=MONTHLY;BYDAY=SA;BYMONTHDAY=7,8,9,10,11,12,13',
    '1997-09-13T09:00',
    days(
      '1997-09-13 1997-10-11 1997-11-08 1997-12-13 1998-01-10 1998-02-07 1998-03-07 1998-04-11 1998-05-09 1998-06-13',
    ),
  ],
  [
    'FREQ=YEARLY;INTERVAL=4;BYMONTH=11;BYDAY=TU;BYMONTHDAY=2,3,4,5,6,7,8',
    '1996-11-05T09:00',
    days('1996-11-05 2000-11-07 2004-11-02'),
  ],
  [
    'FREQ=MONTHLY;COUNT=3;BYDAY=TU,WE,TH;BYSETPOS=3',
    '1997-09-04T09:00',
    days('1997-09-04 1997-10-07 1997-11-06'),
  ],
  [
    'FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-2',
    '1997-09-29T09:00',
    days('1997-09-29 1997-10-30 1997-11-27 1997-12-30 1998-01-29 1998-02-26 1998-03-30'),
  ],
  [
    'FREQ=HOURLY;INTERVAL=3',
    '1997-09-02T09:00',
    days('1997-09-02 1997-09-02T12:00 1997-09-02T15:00'),
    '1997-09-02T17:00',
  ],
  [
    'FREQ=MINUTELY;INTERVAL=15;COUNT=6',
    '1997-09-02T09:00',
    days('1997-09-02 1997-09-02T09:15 1997-09-02T09:30 1997-09-02T09:45 1997-09-02T10:00 1997-09-02T10:15'),
  ],
  [
    'FREQ=MINUTELY;INTERVAL=90;COUNT=4',
    '1997-09-02T09:00',
    days('1997-09-02 1997-09-02T10:30 1997-09-02T12:00 1997-09-02T13:30'),
  ],
  ...[
    'FREQ=DAILY;BYHOUR=9,10,11,12,13,14,15,16;BYMINUTE=0,20,40',
    'FREQ=MINUTELY;INTERVAL=20;BYHOUR=9,10,11,12,13,14,15,16',
  ].map((rule): [string, string, string[]] => [
    rule,
    '1997-09-02T09:00',
    ['1997-09-02', '1997-09-03'].flatMap((day) =>
      Array.from({ length: 24 }, (_, n) => {
        const at = `${day}T${String(9 + Math.floor(n / 3)).padStart(2, '0')}:${['00', '20', '40'][n % 3]!}`;
        return at.endsWith('T09:00') ? day : at;
      }),
    ),
  ]),
  [
    'FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=MO',
    '1997-08-05T09:00',
    days('1997-08-05 1997-08-10 1997-08-19 1997-08-24'),
  ],
  [
    'FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=SU',
    '1997-08-05T09:00',
    days('1997-08-05 1997-08-17 1997-08-19 1997-08-31'),
  ],
  [
    'FREQ=MONTHLY;BYMONTHDAY=15,30;COUNT=5',
    '2007-01-15T09:00',
    days('2007-01-15 2007-01-30 2007-02-15 2007-03-15 2007-03-30'),
  ],
];

describe('printed in RFC 5545', () => {
  it.each(PRINTED)('%s', (rule, start, happens, until) => {
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
