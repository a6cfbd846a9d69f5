import { expect, it } from 'vitest';
import { commandOf, keyInForce, whyNoKeys, type OwnKeys } from './commandKeys';

it('goes by the key in force, and by no other', () => {
  const own: OwnKeys = { a: 'k', s: 'a' };
  expect(whyNoKeys(own)).toBeUndefined();
  expect([commandOf('k', own), commandOf('a', own), commandOf('s', own), commandOf('t', own)]).toEqual([
    ...['a', 's', undefined, 't'],
  ]);
  expect(keyInForce('s', own)).toBe('a');
});

it.each<[OwnKeys, RegExp]>([
  [{ a: 's' }, /“S” is for “snooze” already/],
  [{ a: 'aa' }, /no key/],
  [{ a: '1' }, /no key/],
  [{ a: 'A' }, /no key/],
  [{ a: 'g' }, /goes round/],
  [{ a: '' }, /no key/],
])('%j: %s', (own, why) => expect(whyNoKeys(own)).toMatch(why));
