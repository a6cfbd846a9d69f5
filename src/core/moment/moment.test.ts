import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Person } from '../people/person';
import { dayPart, defaultWeek, type Working } from '../time/dayParts';
import { readWeek } from '../time/weekText';
import { toInstant, toLocal } from '../time/wallClock';
import { listZones } from '../time/zones';
import { bestMoments } from './best';
import { dayStrip } from './strip';
import { MOST_SUGGESTIONS, suggestMoments, type SuggestedReader } from './suggest';

const person = (
  zone: string,
  place: string,
  week?: string,
  more: Partial<Working> = {},
): SuggestedReader => ({
  zone,
  place,
  working: { week: week ? readWeek(week) : defaultWeek, ...more },
});
const me = person('Europe/Lisbon', 'Lisbon');
const haruki = person('Asia/Tokyo', 'Osaka', 'Mo-Fr 08:30-17:30');
const prakriti = person('Asia/Kathmandu', 'Kathmandu');
const marisol = person('America/St_Johns', 'St. John’s');

/** `words @ my time / their time`. */
function said(at: string, readers: SuggestedReader[]): string[] {
  const now = toInstant(at, me.zone).at;
  return suggestMoments({ now, me, readers }).map(({ at: moment, words, plan }) => {
    const mine = toLocal(moment, me.zone).slice(5, 16);
    const theirs = readers[0] ? ` / ${toLocal(moment, readers[0].zone).slice(5, 16)}` : '';
    return `${plan.kind === 'each-local' ? 'each: ' : ''}${words} @ ${mine}${theirs}`;
  });
}

// Tuesday 24 November 2026.
it('work past midnight is drawn as one stretch, counted as work, and ends in the morning', () => {
  const nights = person('Europe/Lisbon', 'Lisbon', 'Mo-Fr 22:00-06:00');
  const from = Date.parse('2026-11-24T12:00Z');
  const parts = dayStrip(nights, from, from + 86_400_000).filter(({ part }) => part === 'working');
  expect(parts).toEqual([
    {
      from: Date.parse('2026-11-24T22:00Z'),
      until: Date.parse('2026-11-25T06:00Z'),
      part: 'working',
      words: '',
    },
  ]);
  const { best } = bestMoments(from, 'Europe/Lisbon', [nights]);
  expect(best.every(({ at }) => dayPart(toLocal(at, 'Europe/Lisbon'), nights.working) === 'working')).toBe(
    true,
  );
  expect(suggestMoments({ now: from, me, readers: [nights] })[0]).toMatchObject({
    plan: { local: '2026-11-24T22:00' },
  });
});

describe('suggestions', () => {
  const leave = [{ from: '2026-11-23', to: '2026-11-27', note: '' }];
  const birthday = [{ what: 'Birthday', month: 12, day: 4 }];
  it.each<[string, string, SuggestedReader[], string[]]>([
    [
      'nobody yet',
      '2026-11-24T14:24',
      [],
      ['My tomorrow morning @ 11-25T09:00', 'When I stop today @ 11-24T17:00'],
    ],
    [
      'their night',
      '2026-11-24T14:24',
      [haruki],
      [
        'First thing, their next working day @ 11-24T23:30 / 11-25T08:30',
        'My tomorrow morning @ 11-25T09:00 / 11-25T18:00',
        'When their coming week opens @ 11-29T23:30 / 11-30T08:30',
        'When I stop today @ 11-24T17:00 / 11-25T02:00',
      ],
    ],
    [
      'before their work on the same day',
      '2026-11-24T10:30',
      [marisol],
      [
        'When their day starts @ 11-24T12:30 / 11-24T09:00',
        'Later in their day today @ 11-24T16:30 / 11-24T13:00',
        'My tomorrow morning @ 11-25T09:00 / 11-25T05:30',
        'When their coming week opens @ 11-30T12:30 / 11-30T09:00',
      ],
    ],
    [
      'at their desk',
      '2026-11-24T14:24',
      [marisol],
      [
        'First thing, their next working day @ 11-25T12:30 / 11-25T09:00',
        'Later in their day today @ 11-24T17:30 / 11-24T14:00',
        'My tomorrow morning @ 11-25T09:00 / 11-25T05:30',
        'When their coming week opens @ 11-30T12:30 / 11-30T09:00',
        'When I stop today @ 11-24T17:00 / 11-24T13:30',
      ],
    ],
    [
      'on leave until Friday',
      '2026-11-24T14:24',
      [person('America/St_Johns', 'St. John’s', undefined, { leave })],
      [
        'When they are back @ 11-30T12:30 / 11-30T09:00',
        'My tomorrow morning @ 11-25T09:00 / 11-25T05:30',
        'When I stop today @ 11-24T17:00 / 11-24T13:30',
      ],
    ],
    [
      'a holiday tomorrow',
      '2026-11-24T14:24',
      [person('Asia/Tokyo', 'Osaka', undefined, { holidays: { '2026-11-25': 'Day of lamps' } })],
      [
        'First thing, their next working day @ 11-26T00:00 / 11-26T09:00',
        'My tomorrow morning @ 11-25T09:00 / 11-25T18:00',
        'When their coming week opens @ 11-30T00:00 / 11-30T09:00',
        'When I stop today @ 11-24T17:00 / 11-25T02:00',
      ],
    ],
    [
      'a birthday',
      '2026-11-24T20:00',
      [{ ...haruki, name: 'Haruki Anzai', dates: birthday }],
      [
        'Haruki Anzai: Birthday, in their morning @ 12-03T23:30 / 12-04T08:30',
        'When their day starts @ 11-24T23:30 / 11-25T08:30',
        'Later in their day today @ 11-25T04:00 / 11-25T13:00',
        'My tomorrow morning @ 11-25T09:00 / 11-25T18:00',
        'When their coming week opens @ 11-29T23:30 / 11-30T08:30',
      ],
    ],
    [
      'three in three zones',
      '2026-11-24T14:24',
      [haruki, prakriti, marisol],
      [
        'each: Each at their start of day, Wed 25 Nov 09:00 @ 11-25T00:00 / 11-25T09:00',
        'One moment, 2 of 3 at work @ 11-25T03:15 / 11-25T12:15',
        'My tomorrow morning @ 11-25T09:00 / 11-25T18:00',
        'When I stop today @ 11-24T17:00 / 11-25T02:00',
      ],
    ],
  ])('%s', (_, at, readers, expected) => expect(said(at, readers)).toEqual(expected));

  it('are never past, never the same instant, and at most five, whoever and whenever', () => {
    const zone = fc.constantFrom(...listZones().map(({ id }) => id));
    const week = fc.constantFrom(
      'Mo-Fr 09:00-17:00',
      'Su-Th 08:00-12:00 13:00-16:00',
      'never',
      'Sa 22:00-24:00',
    );
    const reader = fc.record({ zone, week }).map(({ zone: id, week: text }) => person(id, id, text));
    const minute = fc.integer({ min: 0, max: 525_600 });
    fc.assert(
      fc.property(fc.array(reader, { maxLength: 4 }), zone, minute, (readers, mine, ahead) => {
        const now = Date.parse('2026-01-01T00:00Z') + ahead * 60_000;
        const all = suggestMoments({ now, me: person(mine, mine), readers });
        expect(all.length).toBeLessThanOrEqual(MOST_SUGGESTIONS);
        for (const { at } of all) expect(at).toBeGreaterThan(now);
        expect(new Set(all.map(({ at }) => at)).size).toBe(all.length);
      }),
      { numRuns: 150 },
    );
  });
});

describe('one moment for all', () => {
  const now = Date.parse('2026-11-24T14:24:00Z');

  /** Counted the slow way, quarter by quarter. */
  function slow(readers: readonly Person[]) {
    const quarters: { at: number; working: number }[] = [];
    for (let at = Math.ceil(now / 900_000) * 900_000; quarters.length < 14 * 96; at += 900_000) {
      const working = readers.filter((each) => dayPart(toLocal(at, each.zone), each.working) === 'working');
      quarters.push({ at, working: working.length });
    }
    return quarters;
  }

  it('agrees with counting every quarter of an hour, clock changes included', () => {
    const leave = [{ from: '2026-11-26', to: '2026-11-30', note: '' }];
    const readers = [
      haruki,
      prakriti,
      marisol,
      person('Pacific/Chatham', 'Chatham', 'Mo-Fr 08:15-12:00 12:45-16:30'),
      person('America/Sao_Paulo', 'São Paulo', undefined, { leave }),
      person('Africa/Nairobi', 'Nairobi', 'Mo-Sa 08:00-17:00', { holidays: { '2026-11-25': 'x' } }),
    ];
    const { days, best } = bestMoments(now, 'Europe/Lisbon', readers);
    const counted = slow(readers);
    const most = Math.max(...counted.map(({ working }) => working));
    expect(best[0]!.working).toBe(most);
    for (const { at, working } of days.flatMap((day) => day.cells))
      if (at !== null) expect(working).toBe(counted.find((each) => each.at === at)!.working);
    // Within an hour nothing better was passed over.
    for (const { at, working } of counted) {
      const local = toLocal(at, 'Europe/Lisbon');
      const cell = days.find(({ date }) => date === local.slice(0, 10))!.cells[Number(local.slice(11, 13))]!;
      expect(cell.working).toBeGreaterThanOrEqual(working);
    }
  });

  it('prefers the earlier day, and on it what is closer to their start of work', () => {
    const { best } = bestMoments(now, 'Europe/Lisbon', [haruki]);
    expect(best.map(({ at }) => toLocal(at, 'Asia/Tokyo').slice(5, 16)).slice(0, 3)).toEqual([
      '11-25T08:30',
      '11-26T08:30',
      '11-27T08:30',
    ]);
  });

  it('finds nothing where nobody works', () => {
    expect(bestMoments(now, 'Europe/Lisbon', [person('Asia/Tokyo', 'x', 'never')]).best).toEqual([]);
    expect(bestMoments(now, 'Europe/Lisbon', []).best).toEqual([]);
  });
});

it('a strip is without gaps and says what each moment is', () => {
  const zone = fc.constantFrom(...listZones().map(({ id }) => id));
  fc.assert(
    fc.property(zone, fc.integer({ min: 0, max: 8760 }), (id, hours) => {
      const from = Date.parse('2026-01-01T00:20Z') + hours * 3_600_000;
      const until = from + 30 * 3_600_000;
      const who = person(id, id, 'Mo-Fr 08:30-12:00 13:15-17:00');
      const parts = dayStrip(who, from, until);
      expect(parts[0]!.from).toBe(from);
      expect(parts.at(-1)!.until).toBe(until);
      parts.slice(1).forEach((part, index) => expect(part.from).toBe(parts[index]!.until));
      for (const { from: at, part } of parts.slice(1))
        expect(dayPart(toLocal(at, id), who.working)).toBe(part);
    }),
    { numRuns: 100 },
  );
});
