import fc from 'fast-check';
import { expect, it } from 'vitest';
import { threadOrder, writtenWhen } from './threadOrder';

const T = Date.parse('2026-11-24T12:00:00Z');
const MINUTE = 60_000;
const order = (list: [string, number, number | null][]) =>
  threadOrder(
    list.map(([name, at, writtenAt]) => ({
      name,
      at: T + at * MINUTE,
      writtenAt: writtenAt === null ? null : T + writtenAt * MINUTE,
    })),
  ).map(({ message, late }) => `${message.name}${late ? ' late' : ''}`);

it('is by when they were written, and says what came late', () => {
  expect(
    order([
      ['a', 0, 0],
      ['b', 90, 20],
      ['c', 40, 40],
    ]),
  ).toEqual(['a', 'b late', 'c']);
  // A few minutes on the way are nothing.
  expect(
    order([
      ['b', 9, 0],
      ['c', 8, 7],
    ]),
  ).toEqual(['b', 'c']);
  // Nothing came before it that was written later: it was slow, and nobody missed anything.
  expect(
    order([
      ['a', 300, 0],
      ['b', 301, 300],
    ]),
  ).toEqual(['a', 'b']);
});

it('does not believe a clock that is wrong', () => {
  expect(
    order([
      ['future', 0, 10_000],
      ['now', 5, 5],
    ]),
  ).toEqual(['future', 'now']);
  expect(
    order([
      ['1970', 10, -29_000_000],
      ['now', 5, 5],
    ]),
  ).toEqual(['now', '1970']);
  expect(
    order([
      ['dateless', 3, null],
      ['now', 5, 5],
    ]),
  ).toEqual(['dateless', 'now']);
});

it('keeps all of them, in order, and the last that came first is never late', () => {
  const message = fc.record({
    at: fc.integer({ min: 0, max: 1e10 }),
    writtenAt: fc.option(fc.integer({ min: -1e10, max: 2e10 })),
  });
  fc.assert(
    fc.property(fc.array(message, { maxLength: 20 }), (list) => {
      const ordered = threadOrder(list);
      expect(new Set(ordered.map(({ message: each }) => each))).toEqual(new Set(list));
      const written = ordered.map(({ message: each }) => writtenWhen(each));
      expect(written).toEqual([...written].sort((a, b) => a - b));
      expect(ordered.at(-1)?.late ?? false).toBe(false);
      for (const [index, { message: each, late }] of ordered.entries())
        if (late)
          expect(ordered.slice(index + 1).some(({ message: other }) => other.at < each.at)).toBe(true);
    }),
  );
});
