import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  isLocal,
  LocalTimeError,
  nextOffsetChange,
  offsetLabel,
  offsetMinutes,
  toInstant,
  toLocal,
} from './wallClock';
import { listZones } from './zones';

const ids = listZones().map((zone) => zone.id);
const anyZone = fc.constantFrom(...ids);
const anyInstant = fc
  .date({ min: new Date('2024-01-01'), max: new Date('2036-12-31'), noInvalidDate: true })
  .map((date) => Math.floor(date.getTime() / 1000) * 1000);

/** An implementation that shares nothing with ours. */
function intlLocal(at: number, zone: string): string {
  const format = new Intl.DateTimeFormat('sv-SE', {
    timeZone: zone,
    dateStyle: 'short',
    timeStyle: 'medium',
  });
  return format.format(at).replace(' ', 'T');
}

describe('toInstant', () => {
  it.each([
    // clocks go forward 01:00 → 02:00
    ['2027-03-28T01:30', 'Europe/Lisbon', '2027-03-28T01:30:00Z', 'gap'],
    // clocks go back 02:00 → 01:00, the first 01:30 is summer time
    ['2026-10-25T01:30', 'Europe/Lisbon', '2026-10-25T00:30:00Z', 'overlap'],
    ['2026-11-25T08:30', 'Asia/Kathmandu', '2026-11-25T02:45:00Z', 'exact'],
    ['2026-11-25T08:15', 'Pacific/Chatham', '2026-11-24T18:30:00Z', 'exact'],
    // half an hour's change
    ['2026-10-04T02:15', 'Australia/Lord_Howe', '2026-10-03T15:45:00Z', 'gap'],
    ['2026-04-05T01:45', 'Australia/Lord_Howe', '2026-04-04T14:45:00Z', 'overlap'],
  ])('%s in %s is %s, %s', (local, zone, instant, resolution) => {
    const resolved = toInstant(local, zone);
    expect(new Date(resolved.at).toISOString()).toBe(instant.replace('Z', '.000Z'));
    expect(resolved.resolution).toBe(resolution);
  });

  it('names the second reading of a time that happens twice', () => {
    const { at, second } = toInstant('2026-10-25T01:30', 'Europe/Lisbon');
    expect(second! - at).toBe(3_600_000);
  });

  it.each([
    '2026-02-30T08:00',
    '2026-12-01',
    '2026-12-01 08:30',
    '2026-12-01T25:00',
    '2026-12-01T08:30Z',
    '',
  ])('refuses %s', (local) => {
    expect(() => toInstant(local, 'Europe/Lisbon')).toThrow(LocalTimeError);
    expect(isLocal(local)).toBe(false);
  });
});

it('agrees with an independent implementation in every zone', () => {
  fc.assert(
    fc.property(anyZone, anyInstant, (zone, at) => {
      expect(toLocal(at, zone)).toBe(intlLocal(at, zone));
    }),
    { numRuns: 2000 },
  );
});

it('there and back is the same instant, or the other reading of a time that happens twice', () => {
  fc.assert(
    fc.property(anyZone, anyInstant, (zone, at) => {
      const back = toInstant(toLocal(at, zone), zone);
      expect(back.resolution).not.toBe('gap');
      expect([back.at, back.second]).toContain(at);
    }),
    { numRuns: 2000 },
  );
});

it('a time in a gap moves forward by the gap', () => {
  fc.assert(
    fc.property(anyZone, anyInstant, fc.integer({ min: 1, max: 59 }), (zone, at, minute) => {
      const change = nextOffsetChange(at, at + 400 * 86_400_000, zone);
      fc.pre(change !== undefined && change.minutes >= 30 && minute < change.minutes);
      const before = new Date(Date.parse(`${toLocal(change.at - 1000, zone)}Z`) + 1000 + minute * 60_000);
      const resolved = toInstant(before.toISOString().slice(0, 19), zone);
      expect(resolved.resolution).toBe('gap');
      expect(resolved.at).toBe(change.at + minute * 60_000);
    }),
    { numRuns: 300 },
  );
});

it('names offsets', () => {
  expect([345, -210, 0, 825, 570].map(offsetLabel)).toEqual([
    'UTC+05:45',
    'UTC−03:30',
    'UTC',
    'UTC+13:45',
    'UTC+09:30',
  ]);
  expect(offsetMinutes(Date.parse('2026-11-25T00:00Z'), 'Pacific/Chatham')).toBe(825);
});
