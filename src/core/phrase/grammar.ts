/** Which runs of words mean what. */
import { date, inDays, weekday } from './dayRules';
import { fixed } from './fixedWords';
import type { Match, NamedReader, Rule } from './rule';
import { clock, delay } from './timeRules';
import type { Token } from './tokens';
import { place, reader } from './whoseRules';

const RULES: readonly Rule[] = [fixed, weekday, date, inDays, delay, clock, place, reader];

/** Every meaning of the words from one position on; the longest first. */
export function meaningsAt(words: readonly Token[], at: number, readers: readonly NamedReader[]): Match[] {
  const plainWords = words.map(({ word }) => word);
  return RULES.flatMap((rule) => rule(plainWords, at, readers)).sort((a, b) => b.length - a.length);
}
