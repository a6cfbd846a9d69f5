import fc from 'fast-check';
import { expect, it } from 'vitest';
import { answerHabit } from './answerHabit';

const HOUR = 3_600_000;
const at = (iso: string) => Date.parse(iso);

it('is by the hour of their week, on their clock, most first', () => {
  const answers = [
    // Tuesday 00:10 in Kathmandu is Monday evening by UTC.
    { at: at('2026-11-23T18:25:00Z'), delay: 2 * HOUR },
    { at: at('2026-11-24T04:00:00Z'), delay: HOUR },
    { at: at('2026-12-01T04:10:00Z'), delay: 30 * HOUR },
  ];
  expect(answerHabit(answers, 'Asia/Kathmandu')!.hours).toEqual([
    { weekday: 1, hour: 9, count: 2 },
    { weekday: 1, hour: 0, count: 1 },
  ]);
});

it('counts how fast, each answer in the first span it fits', () => {
  const delays = [0.5, 1, 3, 20, 100, 1000].map((hours) => ({ at: 0, delay: hours * HOUR }));
  const { speed, median, count } = answerHabit(delays, 'Etc/UTC')!;
  expect(speed.map((each) => each.count)).toEqual([2, 1, 0, 1, 0, 1, 1]);
  expect([count, median]).toEqual([6, 11.5 * HOUR]);
});

it('of nobody who has answered there is none', () => {
  expect(answerHabit([], 'Etc/UTC')).toBeUndefined();
  expect(answerHabit([{ at: 0, delay: -1 }], 'Etc/UTC')).toBeUndefined();
});

it('loses no answer, whenever and in whatever zone', () => {
  const answer = fc.record({ at: fc.integer({ min: -1e12, max: 4e12 }), delay: fc.nat(2e9) });
  fc.assert(
    fc.property(
      fc.array(answer, { minLength: 1 }),
      fc.constantFrom('Asia/Kathmandu', 'America/St_Johns', 'Pacific/Chatham', 'Europe/Lisbon'),
      (answers, zone) => {
        const { hours, speed, count } = answerHabit(answers, zone)!;
        const sum = (list: readonly { count: number }[]) => list.reduce((all, each) => all + each.count, 0);
        expect([sum(hours), sum(speed), count]).toEqual(Array(3).fill(answers.length));
        expect(hours.every(({ weekday, hour }) => weekday < 7 && hour < 24)).toBe(true);
      },
    ),
  );
});
