import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { defaultWorking } from '../time/dayParts';
import { toInstant, toLocal } from '../time/wallClock';
import { keptOffer, lengthWords, slotWords, whyNoOffer, type Offer } from './offer';
import { agreedSlots, chosenTogether } from './choices';
import { suggestSlots } from './suggest';
import { slotVerdict } from './verdict';
import { dayStrip } from '../moment/strip';

const NOW = Date.parse('2026-11-24T14:24:00Z');
const person = (zone: string, place: string) => ({ zone, place, working: defaultWorking });
const me = person('Europe/Lisbon', 'Lisbon');
const local = (zone: string) => (at: number) => toLocal(at, zone).slice(0, 16);

describe('suggested', () => {
  it.each([
    ['Africa/Nairobi', ['2026-11-25T10:00', '2026-11-26T14:30', '2026-11-27T10:00', '2026-11-30T14:30']],
    // Never both at work: both awake, and one of them at work.
    ['Asia/Tokyo', undefined],
  ])('with %s', (zone, expected) => {
    const them = person(zone, 'there');
    const slots = suggestSlots({ now: NOW, me, people: [them], busy: [], minutes: 30, count: 4 });
    if (expected)
      expect(slots.map(local(me.zone)).map((each) => each.slice(0, 10))).toEqual(
        expected.map((each) => each.slice(0, 10)),
      );
    expect(slots).toHaveLength(4);
    for (const at of slots) {
      expect(Number(local(zone)(at).slice(11, 13))).toBeLessThan(22);
      expect(Number(local(zone)(at).slice(11, 13))).toBeGreaterThanOrEqual(7);
    }
  });

  it('nothing where there is nothing', () => {
    const busy = [{ at: NOW, until: NOW + 40 * 86_400_000, summary: 'away' }];
    expect(suggestSlots({ now: NOW, me, people: [], busy, minutes: 30, count: 4 })).toEqual([]);
  });

  it('on the half hour of my clock, free, apart, no more than asked, whoever is where', () => {
    const zones = fc.constantFrom(
      'Asia/Kathmandu',
      'Pacific/Chatham',
      'Europe/Lisbon',
      'America/St_Johns',
      'Australia/Lord_Howe',
    );
    fc.assert(
      fc.property(
        zones,
        fc.array(zones, { maxLength: 4 }),
        fc.constantFrom(15, 30, 60, 90),
        fc.integer({ min: 1, max: 8 }),
        fc.array(
          fc.record({ at: fc.integer({ min: 0, max: 300 }), hours: fc.integer({ min: 1, max: 30 }) }),
          { maxLength: 6 },
        ),
        (mine, theirs, minutes, count, filled) => {
          const busy = filled.map(({ at, hours }) => ({
            at: NOW + at * 3_600_000,
            until: NOW + (at + hours) * 3_600_000,
            summary: 'x',
          }));
          const people = theirs.map((zone) => person(zone, 'x'));
          const slots = suggestSlots({ now: NOW, me: person(mine, 'x'), people, busy, minutes, count });
          expect(slots.length).toBeLessThanOrEqual(count);
          for (const [index, at] of slots.entries()) {
            expect(Number(local(mine)(at).slice(14, 16)) % 30).toBe(0);
            const ends = at + minutes * 60_000;
            expect(busy.some((each) => each.at < ends && each.until > at)).toBe(false);
            expect(at).toBeGreaterThan(NOW + 3 * 3_600_000 - 1);
            if (index > 0) expect(at - slots[index - 1]!).toBeGreaterThanOrEqual(minutes * 60_000);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('a slot', () => {
  const offer: Offer = { summary: 'Call', place: '', minutes: 30, agreement: 'each', slots: [] };
  it('is told on the reader’s clock first, and once where the clocks agree', () => {
    const at = Date.parse('2026-11-26T23:45:00Z');
    const clocks = [
      { zone: 'Asia/Kathmandu', place: 'Kathmandu' },
      { zone: 'Europe/Lisbon', place: 'Lisbon' },
      { zone: 'Europe/London', place: 'London' },
    ];
    expect(slotWords(offer, at, clocks, '2026-11-24T00:00', 24)).toBe(
      'Fri 27 Nov 05:30–06:00 in Kathmandu (Thu 26 Nov 23:45–Fri 27 Nov 00:15 in Lisbon)',
    );
    expect(slotWords(offer, at, clocks.slice(1), '2026-11-24T00:00', 24)).not.toContain('London');
  });

  it('is kept once, soonest first; a word says how long', () => {
    expect(keptOffer({ ...offer, slots: [3, 1, 3], summary: ' a\nb ' })).toMatchObject({
      slots: [1, 3],
      summary: 'a b',
    });
    expect([5, 60, 90, 120].map(lengthWords)).toEqual(['5 minutes', 'an hour', '1 h 30 min', '2 hours']);
    const nine = Array.from({ length: 9 }, (_, n) => NOW + (n + 1) * 3_600_000);
    expect(whyNoOffer({ ...offer, slots: nine }, NOW, String)?.field).toBe('slots');
    expect(whyNoOffer({ ...offer, slots: nine.slice(1) }, NOW, String)).toBeUndefined();
  });

  const days = (zone: string, whose: string, day: string) => {
    const from = toInstant(`${day}T00:00`, 'Etc/UTC').at;
    return { whose, zone, parts: dayStrip(person(zone, whose), from - 86_400_000, from + 2 * 86_400_000) };
  };
  it.each([
    ['2026-11-26T12:00', 'free', true],
    ['2026-11-26T15:00', 'during “Committee”', false],
    ['2026-11-26T10:30', 'offered already, as “Call”', false],
    // Ends after their day of work has.
    ['2026-11-26T16:45', 'free, but 17:00 for you, outside work', false],
    ['2026-11-26T03:00', 'free, but 03:00 for you, at night; 06:00 for Odhiambo, at night', false],
    ['2026-11-28T12:00', 'free, but 12:00 for you, a day off; 15:00 for Odhiambo, a day off', false],
    ['2026-11-24T10:00', 'past', false],
  ])('%s is %s', (start, words, good) => {
    const at = toInstant(start, 'Etc/UTC').at;
    const day = start.slice(0, 10);
    const busy = [
      {
        at: Date.parse('2026-11-26T15:15:00Z'),
        until: Date.parse('2026-11-26T16:00:00Z'),
        summary: 'Committee',
      },
      {
        at: Date.parse('2026-11-26T10:30:00Z'),
        until: Date.parse('2026-11-26T11:00:00Z'),
        summary: 'Call',
        offered: true,
      },
    ];
    const both = [days('Europe/Lisbon', 'you', day), days('Africa/Nairobi', 'Odhiambo', day)];
    const own = start.includes('T16') || start.includes('T15') ? both.slice(0, 1) : both;
    expect(slotVerdict(at, at + 30 * 60_000, NOW, own, busy, 24)).toMatchObject({ words, good });
  });
});

describe('chosen together', () => {
  const given = (...all: [string, number][]) =>
    all.map(([reader, answer]) => ({ reader, answer, status: 'counts' as const }));
  it('each choice is one more, none takes them all back', () => {
    const chosen = chosenTogether(given(['a', 1], ['a', 0], ['b', 1], ['b', 3], ['b', 2], ['a', 1]), 3);
    expect(Object.fromEntries(chosen)).toEqual({ a: [0, 1], b: [2] });
  });
  it.each([
    [[[1, 1], [1], []], 2, 'everyone', [0]],
    [[[1], [1, 1], [1, 1]], 2, 'everyone', [1, 2]],
    [[[1, 1], [1], [1, 1, 1]], 4, 'majority', [2]],
    [[[1, 1], [1], []], 4, 'majority', []],
    [[[], []], 0, 'everyone', []],
  ] as const)('%j of %i, %s: %j', (by, of, rule, slots) => expect(agreedSlots(by, of, rule)).toEqual(slots));
});
