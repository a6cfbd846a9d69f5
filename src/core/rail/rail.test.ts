import fc from 'fast-check';
import { expect, it } from 'vitest';
import { bundleMarks } from './bundle';
import { railFrame } from './rail';

const from = Date.parse('2026-11-24T14:24:00Z');
const HOUR = 3_600_000;

it('shows two days with their hours, midnights and working hours', () => {
  const frame = railFrame(from, from + 48 * HOUR, 'Europe/Lisbon');
  expect(frame.days.map((tick) => tick.label)).toEqual(['Wed 25 Nov', 'Thu 26 Nov']);
  expect(frame.hours.map((tick) => tick.label).slice(0, 4)).toEqual(['15', '18', '21', '03']);
  expect(frame.working).toHaveLength(3);
  expect(frame.working[0]).toEqual({ from, to: Date.parse('2026-11-24T17:00:00Z') });
  expect(frame.changes).toEqual([]);
});

it('marks a change of the clocks, and keeps hours true across it', () => {
  const start = Date.parse('2026-10-24T12:00:00Z');
  const frame = railFrame(start, start + 48 * HOUR, 'Europe/Lisbon');
  expect(frame.changes).toEqual([{ at: Date.parse('2026-10-25T01:00:00Z'), label: 'clocks go back' }]);
  // Summer time on the 24th, winter time on the 25th and 26th: 18:00 is 17:00 and then 18:00 in UTC.
  const sixes = frame.hours
    .filter((tick) => tick.label === '18')
    .map((tick) => new Date(tick.at).toISOString());
  expect(sixes).toEqual(['2026-10-24T17:00:00.000Z', '2026-10-25T18:00:00.000Z']);
});

it('thins the hours out on a longer rail', () => {
  expect(railFrame(from, from + 336 * HOUR, 'Europe/Lisbon').hours).toHaveLength(0);
  expect(railFrame(from, from + 336 * HOUR, 'Europe/Lisbon').days).toHaveLength(14);
});

it('bundles marks that crowd, losing none, in an order that does not depend on the input', () => {
  const mark = fc.record({
    at: fc.integer({ min: 0, max: 1000 }),
    id: fc.string({ minLength: 1, maxLength: 4 }),
  });
  fc.assert(
    fc.property(
      fc.uniqueArray(mark, { selector: (each) => each.id }),
      fc.integer({ min: 1, max: 300 }),
      (raw, gap) => {
        const marks = raw.map((each) => ({ ...each, label: each.id, href: '' }));
        const bundles = bundleMarks(marks, gap);
        expect(bundles.flatMap((bundle) => bundle.marks)).toHaveLength(marks.length);
        for (const { at, marks: members } of bundles) {
          expect(members[0]!.at).toBe(at);
          expect(members.at(-1)!.at - at).toBeLessThan(gap);
        }
        for (let i = 1; i < bundles.length; i++)
          expect(bundles[i]!.at - bundles[i - 1]!.at).toBeGreaterThanOrEqual(gap);
        expect(bundleMarks([...marks].reverse(), gap)).toEqual(bundles);
      },
    ),
  );
});
