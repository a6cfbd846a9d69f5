import { expect, it } from 'vitest';
import {
  dayWords,
  durationWords,
  leftWords,
  longDayWords,
  momentThere,
  momentWords,
  timeWords,
} from './words';

it.each([
  ['2026-11-25T08:30', 24, 'never', '08:30'],
  ['2026-11-25T00:05', 12, 'never', '12:05 am'],
  ['2026-11-25T12:00', 12, 'never', '12:00 pm'],
  ['2026-11-25T21:07:09', 12, 'always', '9:07:09 pm'],
  ['2026-11-25T21:07:00', 24, 'if any', '21:07'],
  ['2026-11-25T21:07:09', 24, 'if any', '21:07:09'],
  ['2026-11-25T21:07:09', 24, 'never', '21:07'],
] as const)('%s in %s hours, seconds %s: %s', (local, cycle, seconds, words) => {
  expect(timeWords(local, cycle, seconds)).toBe(words);
});

it('names days', () => {
  expect(dayWords('2026-11-25T08:30')).toBe('Wed 25 Nov 2026');
  expect(dayWords('2026-11-25T08:30', '2026-01-01T00:00')).toBe('Wed 25 Nov');
  expect(longDayWords('2026-12-01T08:30')).toBe('Tuesday 1 December');
});

it.each([
  ['2026-11-24T14:25:54Z', '14:25'],
  ['2026-11-25T02:45:00Z', 'Wed 02:45'],
  ['2026-11-30T23:00:00Z', 'Mon 23:00'],
  ['2026-12-01T08:00:00Z', 'Tue 1 Dec 08:00'],
  ['2026-11-23T08:00:00Z', 'Mon 23 Nov 08:00'],
  ['2027-01-04T08:00:00Z', 'Mon 4 Jan 2027 08:00'],
])('%s, seen on Tuesday afternoon, is %s', (at, words) => {
  expect(momentWords(Date.parse(at), Date.parse('2026-11-24T14:24:00Z'), 'Europe/Lisbon')).toBe(words);
});

it.each([
  // Lisbon, Tuesday 14:24: it is Wednesday at Chatham already, and stays Tuesday in Kathmandu for four hours.
  ['2026-11-24T15:00:00Z', 'Asia/Kathmandu', '20:45'],
  ['2026-11-24T19:30:00Z', 'Pacific/Chatham', 'Wed 09:15'],
  ['2026-11-24T22:00:00Z', 'Asia/Kathmandu', 'Wed 03:45'],
  // Wednesday for me, Tuesday for them.
  ['2026-11-25T02:00:00Z', 'America/St_Johns', 'Tue 22:30'],
  ['2026-11-24T15:00:00Z', 'Europe/Lisbon', '15:00'],
  ['2026-11-23T15:00:00Z', 'Asia/Kathmandu', 'Mon 23 Nov 20:45'],
  ['2026-12-03T10:00:00Z', 'Asia/Tokyo', 'Thu 3 Dec 19:00'],
])('%s in %s, beside Lisbon: %s', (at, zone, words) => {
  const now = Date.parse('2026-11-24T14:24:00Z');
  expect(momentThere(Date.parse(at), now, zone, 'Europe/Lisbon')).toBe(words);
});

it('takes the day where the reader is', () => {
  const now = Date.parse('2026-11-24T14:24:00Z');
  expect(momentWords(now + 4 * 3_600_000, now, 'Asia/Kathmandu')).toBe('Wed 00:09');
});

it.each([
  [0, '0 s'],
  [90_000, '90 s'],
  [150_000, '2 min 30 s'],
  [240_000, '4 min'],
  [44_460_000, '12 h 21 min'],
  [47 * 3_600_000, '47 h'],
  [74 * 3_600_000, '3 days 2 h'],
  [72 * 3_600_000, '3 days'],
])('%d ms is %s', (ms, words) => expect(durationWords(ms)).toBe(words));

it.each([0, 1, 358, 499, 500, 541, 999])(
  '12 s are left from 18.%d to 30.%d seconds, as the clock shows',
  (ms) => {
    const now = Date.UTC(2026, 10, 24, 14, 25, 18);
    expect(leftWords(now + 12_000 + ms, now)).toBe('12 s');
    expect(leftWords(now + 12_000 + ms, now + ms)).toBe('12 s');
    expect(leftWords(now + ms, now + 12_000)).toBe('0 s');
  },
);
