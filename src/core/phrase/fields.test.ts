import { describe, expect, it } from 'vitest';
import { me } from '#test/support/phrases';
import { readDateField, readMomentField, readTimeField } from './fields';

describe('a day in a field', () => {
  const context = { today: '2026-11-24', me: me.working, languages: ['en', 'de'] as const };
  it.each([
    ['25 Nov', '2026-11-25'],
    ['tomorrow', '2026-11-25'],
    ['next week', '2026-11-30'],
    ['in 3 days', '2026-11-27'],
    ['friday', '2026-11-27'],
    ['tuesday', '2026-11-24'],
    ['last working day of november', '2026-11-30'],
    ['first monday of december', '2026-12-07'],
    ['christmas', '2026-12-25'],
    ['25-11-2026', '2026-11-25'],
    ['übermorgen', '2026-11-26'],
    ['tomorrow at 9', undefined],
    ['tomorrow, theirs', undefined],
    ['yesterday', undefined],
    ['thu 25 nov', undefined],
    ['zork', undefined],
    ['', undefined],
  ])('%s', (text, date) => expect(readDateField(text, context)).toBe(date));
});

describe('a moment in a field', () => {
  const context = { now: Date.parse('2026-11-24T14:24:00Z'), me, languages: ['en', 'de'] as const };
  it.each([
    ['friday 16:00', '2026-11-27T16:00'],
    ['in 3 hours', '2026-11-24T17:24'],
    ['tomorrow 9:10', '2026-11-25T09:10'],
    ['10 dec 8:30 in Tokyo', '2026-12-09T23:30'],
    ['übermorgen 9:15', '2026-11-26T09:15'],
    ['tomorrow, theirs', undefined],
    ['every friday 9:00', undefined],
    ['yesterday 9:00', undefined],
    ['zork 9:00', undefined],
    ['', undefined],
  ])('%s', (text, moment) => expect(readMomentField(text, context)).toBe(moment));
});

describe('a time in a field', () => {
  it.each([
    ['8:30', '08:30'],
    ['8', '08:00'],
    ['830', '08:30'],
    ['9p', '21:00'],
    ['nine', '09:00'],
    ['half past nine', '09:30'],
    ['half past nine in the evening', '21:30'],
    ['quarter to 5 pm', '16:45'],
    ['about 9', '09:00'],
    ['midnight', '00:00'],
    ['halb neun', '08:30'],
    ['neun Uhr dreißig', '09:30'],
    ['half eight', undefined],
    ['tomorrow 9', undefined],
    ['9:60', undefined],
    ['9 theirs', undefined],
    ['', undefined],
  ])('%s', (text, time) => expect(readTimeField(text, ['en', 'de'])).toBe(time));
});
