/** Amounts and the words for numbers. */

import { wordTable } from '../text/wordTable';

export const NUMBERS = wordTable({ a: 1, an: 1, one: 1, couple: 2 });
[...['two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve']].forEach(
  (name, index) => (NUMBERS[name] = index + 2),
);
Object.assign(NUMBERS, { fifteen: 15, twenty: 20, thirty: 30, forty: 40, fifty: 50, ninety: 90 });

/** `3`, `1.5`, `three`, `a`; with how many words it takes. */
export function amount(words: readonly string[], at: number): { value: number; length: number } | undefined {
  const word = words[at] ?? '';
  if (/^\d{1,3}([.]\d)?$/.test(word)) return { value: Number(word), length: 1 };
  if (word === 'a' && words[at + 1] === 'couple') return { value: 2, length: words[at + 2] === 'of' ? 3 : 2 };
  const value = NUMBERS[word];
  return value === undefined ? undefined : { value, length: 1 };
}
