import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seriesOccurrences } from '../recurrence/series';
import { toInstant } from '../time/wallClock';
import type { EventWhen } from './event';
import { lanesOf, partOf } from './lanes';
import { boundsOf, eventMoments, isWithin, movedTo } from './occurrences';

const LISBON = 'Europe/Lisbon';
const at = (local: string, zone = LISBON) => toInstant(local, zone).at;
const when = (given: Partial<EventWhen>): EventWhen => ({
  start: '2026-12-01T09:00',
  end: '2026-12-01T10:00',
  zone: LISBON,
  rrule: null,
  rdate: [],
  exdate: [],
  ...given,
});
const starts = (event: EventWhen, from: string, until: string, without?: ReadonlySet<string>) =>
  [...eventMoments(event, LISBON, at(from), at(until), without)].map(({ start }) => start);

describe('the times of an event', () => {
  it.each([
    ['is there from its start', '2026-12-01T09:59', '2026-12-01T12:00', 1],
    ['is over at its end', '2026-12-01T10:00', '2026-12-01T12:00', 0],
    ['is not yet at its start', '2026-12-01T08:00', '2026-12-01T09:00', 0],
  ])('once: %s', (_, from, until, count) => {
    expect(starts(when({}), from, until)).toHaveLength(count);
  });

  it('without any length it is there as it begins', () => {
    const moment = when({ end: '2026-12-01T09:00' });
    expect(starts(moment, '2026-12-01T09:00', '2026-12-01T12:00')).toHaveLength(1);
    expect(starts(moment, '2026-12-01T08:00', '2026-12-01T09:00')).toHaveLength(0);
  });

  it('keeps the time of its zone over a change of clocks, and is as long', () => {
    const weekly = when({ start: '2027-03-22T09:00', end: '2027-03-22T10:30', rrule: 'FREQ=WEEKLY' });
    const [before, after] = [...eventMoments(weekly, LISBON, at('2027-03-22T00:00'), at('2027-04-01T00:00'))];
    expect([before!.start, after!.start]).toEqual(['2027-03-22T09:00', '2027-03-29T09:00']);
    expect(after!.startsAt - before!.startsAt).toBe(7 * 86_400_000 - 3_600_000);
    expect(after!.endsAt - after!.startsAt).toBe(90 * 60_000);
  });

  it('whole days are days on my clock, however long those are', () => {
    const days = when({ start: '2027-03-27', end: '2027-03-29', zone: null });
    const [moment] = [...eventMoments(days, LISBON, -Infinity, Infinity)];
    expect(moment!.endsAt - moment!.startsAt).toBe(47 * 3_600_000);
    const yearly = when({ start: '2026-12-24', end: '2026-12-26', zone: null, rrule: 'FREQ=YEARLY' });
    expect(
      [...eventMoments(yearly, LISBON, at('2028-12-25T12:00'), at('2028-12-31T00:00'))].map(({ end }) => end),
    ).toEqual(['2028-12-26']);
  });

  it('what began before the span and goes on into it is in it', () => {
    const nightly = when({ start: '2026-12-01T22:00', end: '2026-12-02T02:00', rrule: 'FREQ=DAILY' });
    expect(starts(nightly, '2026-12-05T00:00', '2026-12-05T23:00')).toEqual([
      '2026-12-04T22:00',
      '2026-12-05T22:00',
    ]);
  });

  it('those that stand for themselves, or were taken out, are left out', () => {
    const daily = when({ rrule: 'FREQ=DAILY;COUNT=4', exdate: ['2026-12-02T09:00'] });
    expect(starts(daily, '2026-12-01T00:00', '2027-01-01T00:00', new Set(['2026-12-03T09:00:00']))).toEqual([
      '2026-12-01T09:00',
      '2026-12-04T09:00',
    ]);
  });

  it('has the occurrences of the recurrence core, whatever part of them is asked for', () => {
    const rules = [
      'FREQ=DAILY;INTERVAL=3',
      'FREQ=WEEKLY;BYDAY=MO,TH',
      'FREQ=MONTHLY;BYDAY=-1FR',
      'FREQ=MONTHLY;BYMONTHDAY=31',
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...rules),
        fc.constantFrom(LISBON, 'Asia/Kathmandu', 'Pacific/Chatham'),
        fc.integer({ min: 0, max: 700 }),
        fc.integer({ min: 1, max: 60 }),
        (rrule, zone, day, length) => {
          const event = when({ rrule, zone });
          const from = at('2026-12-01T00:00') + day * 86_400_000;
          const until = from + length * 86_400_000;
          const expected: string[] = [];
          for (const { local } of seriesOccurrences({ start: event.start, rrule }, zone)) {
            const begins = toInstant(local, zone).at;
            if (begins >= until) break;
            if (isWithin({ startsAt: begins, endsAt: begins + 3_600_000 }, from, until)) expected.push(local);
          }
          expect([...eventMoments(event, LISBON, from, until)].map(({ occurrence }) => occurrence)).toEqual(
            expected,
          );
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe('from when to when it is at all', () => {
  it.each([
    ['once', {}, '2026-12-01T10:00'],
    ['by count', { rrule: 'FREQ=DAILY;COUNT=3' }, '2026-12-03T10:00'],
    ['until', { rrule: 'FREQ=DAILY;UNTIL=20261205T090000Z' }, '2026-12-05T10:00'],
    ['picked days', { rdate: ['2027-02-01T09:00'] }, '2027-02-01T10:00'],
    ['for ever', { rrule: 'FREQ=DAILY' }, null],
    ['longer than anybody counts', { rrule: 'FREQ=SECONDLY;COUNT=9999999' }, null],
  ])('%s', (_, given, until) => {
    expect(boundsOf(when(given), LISBON)?.until).toBe(until === null ? null : at(until));
  });

  it('is nowhere where no day is one of it', () => {
    expect(boundsOf(when({ rrule: 'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30' }), LISBON)).toBeUndefined();
  });
});

describe('moved', () => {
  it.each([
    ['as long as before', {}, '2026-12-02T14:15', '2026-12-02T15:15'],
    [
      'over a change of clocks as exactly',
      { start: '2027-03-20T09:00', end: '2027-03-20T12:00' },
      '2027-03-28T00:30',
      '2027-03-28T04:30',
    ],
    ['days as many days', { start: '2026-12-01', end: '2026-12-04', zone: null }, '2027-02-27', '2027-03-02'],
    [
      'a day to a time takes an hour',
      { start: '2026-12-01', end: '2026-12-02', zone: null },
      '2026-12-02T23:30',
      '2026-12-03T00:30',
    ],
    ['a time to a day takes that', {}, '2026-12-31', '2027-01-01'],
  ])('%s', (_, given, start, end) => {
    expect(movedTo(when(given), start, LISBON)).toMatchObject({ start, end });
  });
});

describe('beside each other', () => {
  const span = (from: number, to: number) => ({ startsAt: from * 3_600_000, endsAt: to * 3_600_000 });
  it('no two of a lane are at one time, and no more lanes are there than are needed', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(48), fc.integer({ min: 1, max: 8 })), { maxLength: 30 }),
        (list) => {
          const events = list
            .map(([from, length]) => span(from, from + length))
            .sort((a, b) => a.startsAt - b.startsAt);
          const { laid, lanes } = lanesOf(events);
          for (const a of laid)
            for (const b of laid)
              if (a !== b && a.lane === b.lane)
                expect(a.event.endsAt <= b.event.startsAt || b.event.endsAt <= a.event.startsAt).toBe(true);
          const busiest = Math.max(
            0,
            ...events.map(
              ({ startsAt }) => events.filter((each) => isWithin(each, startsAt, startsAt + 1)).length,
            ),
          );
          expect(lanes).toBe(busiest);
        },
      ),
    );
  });

  it('of one that lasts over days each has its part', () => {
    const day = 24 * 3_600_000;
    expect([0, 1, 2, 3].map((n) => partOf(span(18, 54), n * day, (n + 1) * day))).toEqual([
      { from: 0.75, to: 1 },
      { from: 0, to: 1 },
      { from: 0, to: 0.25 },
      undefined,
    ]);
  });
});
