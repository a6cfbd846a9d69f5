import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dayPart, dayPartWords, nextWorkEnd, nextWorkStart, workingSpans, type Working } from './dayParts';
import { readWeek } from './weekText';

const shifts: Working = {
  week: {
    work: [
      [
        { from: 480, to: 720 },
        { from: 780, to: 1020 },
      ],
      [],
      [{ from: 480, to: 720 }],
      [],
      [],
      [],
      [],
    ],
    waking: { from: 360, to: 1320 },
  },
};

it.each([
  ['2026-11-25T08:59', 'waking', 'before work'],
  ['2026-11-25T09:00', 'working', 'at work'],
  ['2026-11-25T16:59', 'working', 'at work'],
  ['2026-11-25T17:00', 'waking', 'after work'],
  ['2026-11-25T22:00', 'night', 'at night'],
  ['2026-11-25T06:59', 'night', 'at night'],
  ['2026-11-28T11:00', 'weekend', 'on a day off'],
  ['2026-11-28T03:00', 'night', 'at night'],
])('%s is %s, %s', (local, part, words) => {
  expect(dayPart(local)).toBe(part);
  expect(dayPartWords(local)).toBe(words);
});

it('knows a break between two spans', () => {
  expect(dayPartWords('2026-11-23T12:30', shifts)).toBe('in a break');
});

describe('nextWorkStart', () => {
  it.each([
    ['2026-11-25T08:00', '2026-11-25T09:00:00'],
    ['2026-11-25T09:00', '2026-11-26T09:00:00'],
    ['2026-11-27T18:00', '2026-11-30T09:00:00'],
  ])('after %s it is %s', (local, start) => expect(nextWorkStart(local)).toBe(start));

  it('takes the second span of a day, then skips days off', () => {
    expect(nextWorkStart('2026-11-23T08:00', shifts)).toBe('2026-11-23T13:00:00');
    expect(nextWorkStart('2026-11-23T14:00', shifts)).toBe('2026-11-25T08:00:00');
  });

  it('finds none for someone who never works', () => {
    const never = { week: { ...shifts.week, work: shifts.week.work.map(() => []) } };
    expect(nextWorkStart('2026-11-23T08:00', never)).toBeUndefined();
  });

  it('always lies ahead and begins work', () => {
    const minutes = fc.integer({ min: 0, max: 40 * 1440 });
    fc.assert(
      fc.property(minutes, (minute) => {
        const local = new Date(Date.UTC(2026, 10, 1) + minute * 60_000).toISOString().slice(0, 16);
        const start = nextWorkStart(local)!;
        expect(start > local).toBe(true);
        expect(dayPart(start)).toBe('working');
      }),
    );
  });
});

it('gives the working spans of a day', () => {
  expect(workingSpans('2026-11-25')).toEqual([{ from: '2026-11-25T09:00:00', to: '2026-11-25T17:00:00' }]);
  expect(workingSpans('2026-11-28')).toEqual([]);
});

describe('work that goes on past midnight', () => {
  // Monday to Friday nights; 23 November 2026 is a Monday.
  const nights: Working = { week: readWeek('Mo-Fr 22:00-06:00') };

  it.each([
    ['2026-11-23T05:00', 'night'],
    ['2026-11-23T23:00', 'working'],
    ['2026-11-24T00:00', 'working'],
    ['2026-11-24T05:59', 'working'],
    ['2026-11-24T06:00', 'night'],
    ['2026-11-24T12:00', 'waking'],
    // The last night of the week ends on Saturday, which is a day off otherwise.
    ['2026-11-28T03:00', 'working'],
    ['2026-11-28T10:00', 'weekend'],
    ['2026-11-28T23:00', 'night'],
  ])('%s: %s', (local, part) => expect(dayPart(local, nights)).toBe(part));

  it('begins in the evening and ends the morning after', () => {
    expect(nextWorkStart('2026-11-23T12:00', nights)).toBe('2026-11-23T22:00:00');
    expect(nextWorkStart('2026-11-24T03:00', nights)).toBe('2026-11-24T22:00:00');
    expect(nextWorkStart('2026-11-28T03:00', nights)).toBe('2026-11-30T22:00:00');
    expect(nextWorkEnd('2026-11-24T03:00', nights)).toBe('2026-11-24T06:00:00');
    expect(nextWorkEnd('2026-11-24T12:00', nights)).toBe('2026-11-25T06:00:00');
    expect(workingSpans('2026-11-27', nights)).toEqual([
      { from: '2026-11-27T22:00:00', to: '2026-11-28T06:00:00' },
    ]);
  });
});
