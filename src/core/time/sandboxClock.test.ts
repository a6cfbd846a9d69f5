import fc from 'fast-check';
import { expect, it } from 'vitest';
import {
  jump,
  liftBarrier,
  readSandbox,
  realDelay,
  setRate,
  withDue,
  type SandboxClock,
} from './sandboxClock';

const start: SandboxClock = { realAnchor: 0, anchor: 1_000_000, rate: 1, target: null, barrier: null };

/** What can happen to the clock, at some real time later each. */
type Step = { kind: 'due' | 'jump' | 'rate' | 'lift' | 'wait'; value: number };
const step = fc.record({
  kind: fc.constantFrom<Step['kind']>('due', 'jump', 'rate', 'lift', 'wait'),
  value: fc.integer({ min: 0, max: 5000 }),
});

it('never goes back and never passes what is due and not done', () => {
  fc.assert(
    fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
      let clock = start;
      let real = 0;
      let last = readSandbox(clock, real);
      let due: number[] = [];
      for (const { kind, value } of steps) {
        real += 7;
        const now = readSandbox(clock, real);
        if (kind === 'due') {
          due.push(now + value);
          clock = withDue(clock, now + value);
        } else if (kind === 'jump') clock = jump(clock, real, now + value)!;
        else if (kind === 'rate') clock = setRate(clock, real, value % 100);
        else if (kind === 'lift') {
          due = due.filter((each) => each > now);
          clock = liftBarrier(clock, real, due.length ? Math.min(...due) : null);
        }
        const next = readSandbox(clock, real);
        expect(next).toBeGreaterThanOrEqual(last);
        if (due.length) expect(next).toBeLessThanOrEqual(Math.min(...due));
        last = next;
      }
    }),
    { numRuns: 500 },
  );
});

it('jumps from due moment to due moment and lands on its target', () => {
  let clock = withDue(start, 1_002_000);
  clock = jump(clock, 0, 1_010_000)!;
  expect(readSandbox(clock, 50)).toBe(1_002_000);
  clock = liftBarrier(clock, 60, 1_007_000);
  expect(clock.target).toBe(1_010_000);
  expect(readSandbox(clock, 60)).toBe(1_007_000);
  clock = liftBarrier(clock, 90, null);
  expect(readSandbox(clock, 90)).toBe(1_010_000);
  clock = liftBarrier(clock, 100, null);
  expect(clock.target).toBeNull();
  expect(readSandbox(clock, 350)).toBe(1_010_250);
});

it('refuses to go back', () => {
  expect(jump(start, 0, 999_999)).toBeUndefined();
});

it('does not make up for a wait at the barrier', () => {
  const waiting = withDue(setRate(start, 0, 60), 1_006_000);
  expect(readSandbox(waiting, 100)).toBe(1_006_000);
  expect(readSandbox(waiting, 10_000)).toBe(1_006_000);
  const lifted = liftBarrier(waiting, 10_000, null);
  expect(readSandbox(lifted, 10_100)).toBe(1_012_000);
});

it('knows how long it takes to get somewhere', () => {
  expect(realDelay(setRate(start, 0, 60), 0, 1_060_000)).toBe(1000);
  expect(realDelay(setRate(start, 0, 0), 0, 1_060_000)).toBe(Infinity);
  expect(realDelay(start, 0, 999_000)).toBe(0);
  expect(realDelay(jump(start, 0, 2_000_000)!, 0, 1_900_000)).toBe(0);
});
