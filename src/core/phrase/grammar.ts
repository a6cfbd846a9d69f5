/** Which runs of words mean what, in each language. */
import type { Language } from '../text/language';
import { english } from './languages/english';
import { french } from './languages/french';
import { german } from './languages/german';
import { portuguese } from './languages/portuguese';
import { spanish } from './languages/spanish';
import type { Lexicon } from './lexicon';
import { MEANINGS, type MeaningName, type SlotValue } from './meanings';
import { neutral, type Match } from './neutral';
import { beginnings, fits, parsePattern, type Pattern, type ReadSlot } from './pattern';
import { slotsOf, type NamedReader } from './slots';
import type { Token } from './tokens';

export type { NamedReader } from './slots';

const LEXICONS: Record<Language, Lexicon> = {
  en: english,
  de: german,
  fr: french,
  es: spanish,
  pt: portuguese,
};

/** Said in English by everybody, since the product does: whose clock is meant. */
const OF_ENGLISH: readonly MeaningName[] = ['mine', 'theirs', 'each', 'reader'];

/** Who writes “16h” means the clock; “3h” is rather a length from now. */
const CLOCK_FROM = 7;

interface Grammar {
  patterns: { meaning: MeaningName; pattern: Pattern; first: ReadonlySet<string> | undefined }[];
  read: (readers: readonly NamedReader[]) => ReadSlot<SlotValue>;
}

const grammars = new Map<Language, Grammar>();

/** The words of a language. */
export const lexiconOf = (language: Language): Lexicon => LEXICONS[language];

function grammarOf(language: Language): Grammar {
  const known = grammars.get(language);
  if (known) return known;
  const { says } = LEXICONS[language];
  const names = Object.keys(MEANINGS) as MeaningName[];
  const patterns = names.flatMap((meaning) => {
    const shared = language !== 'en' && OF_ENGLISH.includes(meaning) ? LEXICONS.en.says[meaning] : undefined;
    const all = [...(says[meaning] ?? []), ...(shared ?? [])];
    return all.map((text) => {
      const pattern = parsePattern(text);
      return { meaning, pattern, first: beginnings(pattern) };
    });
  });
  const grammar = { patterns, read: slotsOf(language, LEXICONS[language]) };
  grammars.set(language, grammar);
  return grammar;
}

/** Every meaning of the words from one position on; the longest first. */
export function meaningsAt(
  words: readonly Token[],
  at: number,
  readers: readonly NamedReader[],
  language: Language,
): Match[] {
  const plainWords = words.map(({ word }) => word);
  const { patterns, read } = grammarOf(language);
  const slots = read(readers);
  const figures = neutral(plainWords, at, language);
  const said: Match[] = [];
  for (const { meaning, pattern, first } of patterns) {
    if (first && !first.has(plainWords[at]!)) continue;
    for (const found of fits(pattern, plainWords, at, slots)) {
      const part = found.end > at ? MEANINGS[meaning](found.slots) : undefined;
      if (part) said.push({ part, length: found.end - at });
    }
  }
  const clockFirst = figures.some(({ part }) => part.kind === 'time' && part.time.hour >= CLOCK_FROM);
  const all = clockFirst ? [...figures, ...said] : [...said, ...figures];
  return all.sort((a, b) => b.length - a.length);
}
