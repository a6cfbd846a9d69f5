import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { momentAround, OFFSET_CLOCKS, OFFSET_UNITS, offsetWords, readOffset, type Offset } from './offset';

const OPENING = { local: '2026-12-12T19:00', zone: 'Europe/Lisbon' };
const mine = { zone: 'Europe/Lisbon' };
const kathmandu = { zone: 'Asia/Kathmandu' };
const around = (words: string, reader?: { zone: string }, occasion = OPENING) => {
  const { local, zone } = momentAround(occasion, readOffset(words)!, { mine, reader })!;
  return `${local} ${zone}`;
};

describe('words', () => {
  it.each([
    ['14 days before', '2026-11-28T19:00 Europe/Lisbon'],
    ['3 of their working days before at 9:00 theirs', '2026-12-09T09:00 Asia/Kathmandu'],
    ['one hour before', '2026-12-12T18:00 Europe/Lisbon'],
    ['90 min before', '2026-12-12T17:30 Europe/Lisbon'],
    ['the morning after', '2026-12-14T09:00 Asia/Kathmandu'],
    ['the evening before at 20:30 my time', '2026-12-11T20:30 Europe/Lisbon'],
    ['the day after', '2026-12-13T19:00 Europe/Lisbon'],
    ['at it', '2026-12-12T19:00 Europe/Lisbon'],
    ['the same morning, theirs', '2026-12-13T09:00 Asia/Kathmandu'],
    ['2 weeks after at 9 am, mine', '2026-12-26T09:00 Europe/Lisbon'],
    ['a month before, there', '2026-11-12T19:00 Europe/Lisbon'],
    ['two of my working days after at 8.15', '2026-12-15T08:15 Europe/Lisbon'],
  ])('%s', (words, moment) => expect(around(words, kathmandu)).toBe(moment));

  it.each([
    '',
    'soon',
    '14 days',
    'before',
    '3 days before lunch',
    '1 hour before at 9:00',
    '2 days before at 25:00',
  ])('that say no such thing: “%s”', (words) => expect(readOffset(words)).toBeUndefined());

  it('say again what they mean', () => {
    const offset: fc.Arbitrary<Offset> = fc
      .record({
        count: fc.integer({ min: -200, max: 200 }),
        unit: fc.constantFrom(...OFFSET_UNITS),
        time: fc.constantFrom(null, '09:00', '18:30', '00:05'),
        clock: fc.constantFrom(...OFFSET_CLOCKS),
      })
      .map((each) => {
        if (each.count === 0) return { ...each, unit: 'days' as const };
        return each.unit === 'minutes' || each.unit === 'hours'
          ? { ...each, time: null, clock: 'there' as const }
          : each;
      });
    fc.assert(
      fc.property(offset, (each) => {
        expect(readOffset(offsetWords(each))).toEqual(each);
      }),
    );
  });
});

describe('a moment around an occasion', () => {
  it('keeps its time of day across a change of the clock, and its hours by the clock that runs', () => {
    // Clocks go back in Lisbon in the night to 25 October 2026.
    const day = { local: '2026-10-25T09:00', zone: 'Europe/Lisbon' };
    const at = (words: string) => new Date(momentAround(day, readOffset(words)!, { mine })!.at).toISOString();
    expect(at('1 day before')).toBe('2026-10-24T08:00:00.000Z');
    expect(at('24 hours before')).toBe('2026-10-24T09:00:00.000Z');
    expect(at('1 day after')).toBe('2026-10-26T09:00:00.000Z');
  });

  it('counts the reader’s days of work, with their holidays, and gives up where there are none', () => {
    const office = [{ from: 540, to: 1020 }];
    const waking = { from: 420, to: 1320 };
    const week = { work: [office, office, office, office, [], [], office], waking };
    const working = { week, holidays: { '2026-12-10': 'A feast' } };
    const reader = { zone: 'Asia/Kathmandu', working };
    expect(
      momentAround(OPENING, readOffset('2 of their working days before')!, { mine, reader })!.local,
    ).toBe('2026-12-08T19:00');
    const never = {
      zone: 'Asia/Kathmandu',
      working: { week: { work: [[], [], [], [], [], [], []], waking } },
    };
    expect(
      momentAround(OPENING, readOffset('1 working day before')!, { mine, reader: never }),
    ).toBeUndefined();
  });

  it('is never before it where it is said to be after, nor the other way round, wherever its reader is', () => {
    const zones = fc.constantFrom('Pacific/Chatham', 'Pacific/Honolulu', 'Asia/Kathmandu', 'Europe/Lisbon');
    const offset = fc.record({
      count: fc.integer({ min: -40, max: 40 }).filter((n) => n !== 0),
      unit: fc.constantFrom('days' as const, 'weeks' as const, 'working days' as const, 'months' as const),
      time: fc.constantFrom('00:05', '09:00', '23:55', null),
      clock: fc.constantFrom(...OFFSET_CLOCKS),
    });
    const hour = fc.integer({ min: 0, max: 23 }).map((n) => `2026-12-12T${String(n).padStart(2, '0')}:00`);
    fc.assert(
      fc.property(offset, zones, zones, hour, (each, place, reader, local) => {
        const occasion = { local, zone: place };
        const held = momentAround(
          occasion,
          { count: 0, unit: 'hours', time: null, clock: 'there' },
          { mine },
        )!.at;
        const { at } = momentAround(occasion, each, { mine, reader: { zone: reader } })!;
        expect(Math.sign(at - held)).toBe(Math.sign(each.count));
      }),
    );
  });

  it('moves with it by as much, in days and in hours', () => {
    const later = { local: '2026-12-14T20:30', zone: 'Europe/Lisbon' };
    expect(around('14 days before', undefined, later)).toBe('2026-11-30T20:30 Europe/Lisbon');
    expect(around('one hour before', undefined, later)).toBe('2026-12-14T19:30 Europe/Lisbon');
    expect(around('the morning after', undefined, later)).toBe('2026-12-15T09:00 Europe/Lisbon');
  });
});
