import { expect, it } from 'vitest';
import { countMoves, keepOrder, keepUnderFocus, onlyGrew } from './steady';

const rows = (text: string, state = 'old') => text.split('').map((id) => ({ id, state }));

it.each([
  ['abc', 'abc', 0],
  ['abc', 'abcd', 1],
  ['abc', 'ac', 1],
  ['abc', 'xc', 3],
  ['abc', 'acb', 2],
  ['', 'ab', 2],
])('%s to %s: %d moves', (shown, fresh, moves) => expect(countMoves(rows(shown), rows(fresh))).toBe(moves));

it('keeps the order, and each row as it is now', () => {
  expect(keepOrder(rows('abc'), rows('dca', 'new')).map(({ id, state }) => id + state)).toEqual([
    'anew',
    'bold',
    'cnew',
  ]);
});

it.each([
  ['abc', 'abcd', true],
  ['', 'a', true],
  ['abc', 'ab', false],
  ['abc', 'xabc', false],
])('%s to %s only grew: %s', (shown, fresh, grew) => expect(onlyGrew(rows(shown), rows(fresh))).toBe(grew));

it('a row that stands twice for a moment is counted and breaks nothing', () => {
  expect(countMoves(rows('ab'), rows('aab'))).toBeGreaterThan(0);
  expect(countMoves(rows('aab'), rows('ab'))).toBeGreaterThan(0);
});

it('what was done here takes its row away under the focus, by itself or by its message; what went elsewhere stays', () => {
  const copies = [
    { id: 'a', messageId: 'm' },
    { id: 'b', messageId: 'm' },
    { id: 'c', messageId: 'n' },
    { id: 'd', messageId: 'o' },
  ];
  const left = (own: string, there: string) =>
    keepUnderFocus(
      copies,
      copies.filter(({ id }) => there.includes(id)),
      (id) => own.includes(id),
    )
      .map(({ id }) => id)
      .join('');
  expect(left('b', 'acd')).toBe('acd');
  expect(left('m', 'cd')).toBe('cd');
  expect(left('m', 'd')).toBe('cd');
  // It is done with, but it stands there still: it was not taken away.
  expect(left('m', 'abd')).toBe('abcd');
});
