import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { SeriesPlan } from '../plan/kinds/series/plan';
import { seriesOccurrences } from '../recurrence/series';
import { formOf, MONTH_DAYS, OFTEN, ruleOf, type SeriesForm } from './form';
import { endBefore } from './split';

const START = '2026-12-03T09:10';

describe('the form', () => {
  const form: fc.Arbitrary<SeriesForm> = fc.record({
    often: fc.constantFrom(...OFTEN.filter((often) => often !== 'rule' && often !== 'picked')),
    interval: fc.integer({ min: 1, max: 30 }),
    weekdays: fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { minLength: 1 }),
    monthDay: fc.constantFrom(...MONTH_DAYS),
    end: fc.oneof(
      fc.constant({ kind: 'never' as const }),
      fc.constant({ kind: 'on' as const, date: '2027-03-31' }),
      fc.integer({ min: 1, max: 99 }).map((times) => ({ kind: 'after' as const, times })),
    ),
  });
  it('and the rule say the same, wherever it begins', () => {
    const start = fc
      .integer({ min: 0, max: 400 })
      .map((n) => new Date(Date.UTC(2026, 10, 1 + n)).toISOString().slice(0, 16));
    fc.assert(
      fc.property(form, start, (chosen, begin) => {
        const rule = ruleOf(chosen, begin)!;
        const read = formOf(rule, begin);
        expect(read.often).not.toBe('rule');
        expect(ruleOf(read, begin)).toBe(rule);
      }),
    );
  });

  it('has what it cannot say as text', () => {
    expect(formOf('FREQ=YEARLY;BYWEEKNO=20', START).often).toBe('rule');
    expect(formOf('FREQ=MONTHLY;BYDAY=2TU', START).often).toBe('rule');
    expect(formOf('FREQ=WEEKLY;UNTIL=20261224T170000Z', START).often).toBe('rule');
    expect(formOf('NONSENSE', START).often).toBe('rule');
    expect(formOf(undefined, START).often).toBe('picked');
    expect(formOf('FREQ=WEEKLY', START)).toMatchObject({ often: 'weeks', weekdays: [3] });
    expect(formOf('FREQ=MONTHLY;INTERVAL=2', START)).toMatchObject({
      often: 'months',
      monthDay: 'date',
      interval: 2,
    });
  });
});

describe('this and what follows', () => {
  const all = (plan: SeriesPlan) => [...seriesOccurrences(plan, 'Europe/Lisbon')].map(({ id }) => id);
  it.each([
    ['FREQ=WEEKLY;COUNT=8', 3],
    ['FREQ=DAILY;INTERVAL=2;UNTIL=20270110', 5],
    ['FREQ=MONTHLY;COUNT=4', 0],
  ])('are two series that together are the one before: %s', (rrule, at) => {
    const plan: SeriesPlan = {
      kind: 'series',
      start: START,
      zone: 'Europe/Lisbon',
      rrule,
      rdate: ['2026-12-05T09:10', '2027-02-20T10:00'],
      exdate: ['2026-12-10T09:10'],
    };
    const whole = all(plan);
    const [before, after] = endBefore(plan, whole[at]!);
    expect([...(before ? all(before) : []), ...all(after)]).toEqual(whole);
    expect(before === null).toBe(at === 0);
  });
});
