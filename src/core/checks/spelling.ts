/** Words that no dictionary knows. Which those are is asked elsewhere: dictionaries are large. */
import { inText, type Finding } from './finding';
import { ownParts } from '../text/ownParts';
import type { Language } from '../text/language';
import { languageOf } from './language';

/** A word to be looked up. */
export interface Spelled {
  word: string;
  language: Language;
  /** Offset in the text. */
  from: number;
}

/** What is known of words, by {@link wordKey}: missing where it was not asked yet, else what they may be meant to be. */
export type Dictionary = ReadonlyMap<string, readonly string[] | 'known'>;

export const wordKey = (language: Language, word: string) => `${language} ${word}`;

/** A word with an apostrophe or a hyphen within is one word; what stands at an address, a number or an @ is none. */
const WORD =
  /(?<![\p{L}\p{N}@._/&=#+-])\p{L}[\p{L}\p{M}]*(?:['’-]\p{L}[\p{L}\p{M}]*)*(?![\p{L}\p{N}@_/&=]|[.-]\p{L}|:\/\/)/gu;
const SHORTEST = 3;
/** Longer ones are no words: addresses, keys, rows of letters. */
const LONGEST = 60;
/** Whoever writes a word so often means it. */
const MEANT = 3;
/** Nouns have capitals, so they say nothing. */
const CAPITAL_NOUNS: readonly Language[] = ['de'];

/** One greets in any language: a few words, and a comma. */
const GREETING = /^\s*(?:\S+\s+){0,4}\S+[,!:]\s*$/u;

/** So much before a word says whether it begins a sentence. */
const NEAR = 200;

function isSentenceStart(text: string, at: number): boolean {
  const before = text.slice(Math.max(0, at - NEAR), at);
  const words = before.trimEnd();
  const gap = before.slice(words.length);
  return (
    at === 0 || gap.includes('\n') || /[•–-]$/.test(words) || (gap !== '' && /[.!?:]["”’)]?$/.test(words))
  );
}

/**
 * The words of a text that could be misspelt: names (capitals in the middle of a sentence), abbreviations, the words of
 * `names` and `learned` are left out, and so are quotations and the signature.
 * @param names everybody’s, whole
 * @param learned words I have said are right, lower case
 */
export function wordsToSpell(text: string, names: readonly string[], learned: readonly string[]): Spelled[] {
  const [first, ...rest] = ownParts(text);
  const parts = first && !GREETING.test(first.text) ? [first, ...rest] : rest;
  const own = ownParts(text)
    .map((part) => part.text)
    .join('\n');
  const usual = languageOf(own) ?? 'en';
  const known = new Set([...names.flatMap((name) => name.toLowerCase().split(/[\s,.-]+/)), ...learned]);
  const found = parts.flatMap((part): Spelled[] => {
    const language = languageOf(part.text) ?? usual;
    return [...part.text.matchAll(WORD)].flatMap((match): Spelled[] => {
      const word = match[0];
      if (word.length < SHORTEST || word.length > LONGEST || known.has(word.toLowerCase())) return [];
      if (/\p{Lu}/u.test(word.slice(1))) return [];
      const capital = /^\p{Lu}/u.test(word);
      if (capital && !CAPITAL_NOUNS.includes(language) && !isSentenceStart(part.text, match.index)) return [];
      return [{ word, language, from: part.from + match.index }];
    });
  });
  const times = new Map<string, number>();
  for (const { word } of found) times.set(word.toLowerCase(), (times.get(word.toLowerCase()) ?? 0) + 1);
  return found.filter(({ word }) => times.get(word.toLowerCase())! < MEANT);
}

export function spellingFindings(words: readonly Spelled[], dictionary: Dictionary): Finding[] {
  const said = new Set<string>();
  return words.flatMap(({ word, language, from }): Finding[] => {
    const answer = dictionary.get(wordKey(language, word));
    // Once for each word: whoever mends one sees the next.
    if (!answer || answer === 'known' || said.has(word)) return [];
    said.add(word);
    const moves = [{ words: 'It is right', learn: word.toLowerCase() }];
    return [{ ...inText('spelling', 'note', from, word, 'is in no dictionary here', [...answer]), moves }];
  });
}
