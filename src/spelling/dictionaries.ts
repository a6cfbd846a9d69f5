/** The dictionaries: Hunspell's, one a language, opened when first asked. */
import { createHunspellFromStrings, type Hunspell } from 'hunspell-wasm';
import type { Language } from '#core/text/language';

const open = new Map<Language, Promise<Hunspell>>();

/** Each package gives the two files of a Hunspell dictionary. */
const PACKAGES: Record<Language, () => Promise<{ default: { aff: Uint8Array; dic: Uint8Array } }>> = {
  en: () => import('dictionary-en'),
  pt: () => import('dictionary-pt'),
  de: () => import('dictionary-de'),
  fr: () => import('dictionary-fr'),
  es: () => import('dictionary-es'),
};

function dictionary(language: Language): Promise<Hunspell> {
  let found = open.get(language);
  if (!found) {
    const text = (bytes: Uint8Array) => Buffer.from(bytes).toString('utf8');
    found = PACKAGES[language]().then(({ default: { aff, dic } }) =>
      createHunspellFromStrings(text(aff), text(dic)),
    );
    open.set(language, found);
  }
  return found;
}

/** Finding out what was meant takes a thousand times as long as finding out that a word is not known. */
const GUESSED = 6;
const MOST_GUESSES = 3;

/** British and American are both English, and the dictionary knows one of them. */
const otherSpelling = (word: string) =>
  word
    .replace(/([aeiou])our/g, '$1or')
    .replace(/our(?=(?:s|ed|ing|ite|able|ful|er|ers)?$)/, 'or')
    .replace(/is(?=(?:e|es|ed|ing|ation|ations)$)/, 'iz')
    .replace(/yse(?=[sd]?$)/, 'yze')
    .replace(/ll(?=(?:ed|ing|er|ers)$)/, 'l')
    .replace(/re(?=s?$)/, 'er')
    .replace(/ogue(?=s?$)/, 'og')
    .replace(/grey/, 'gray');

function isKnown(spell: Hunspell, language: Language, word: string): boolean {
  const straight = word.replace(/’/g, "'");
  const lower = straight[0]!.toLowerCase() + straight.slice(1);
  const forms = [straight, lower, ...(language === 'en' ? [otherSpelling(lower)] : [])];
  if (forms.some((each) => spell.testSpelling(each))) return true;
  // l’étude, d’accord; well-known
  const pieces = straight.split(/['-]/).filter((piece) => piece.length > 1);
  return pieces.length > 1 && pieces.every((piece) => spell.testSpelling(piece));
}

/**
 * The words no dictionary of their language knows, with what may have been meant, the likeliest first; guesses are made
 * for the first few only.
 */
export async function unknownWords(
  words: readonly { word: string; language: Language }[],
): Promise<{ word: string; language: Language; suggestions: string[] }[]> {
  const unknown: { word: string; language: Language; suggestions: string[] }[] = [];
  for (const { word, language } of words) {
    const spell = await dictionary(language);
    if (isKnown(spell, language, word)) continue;
    const suggestions =
      unknown.length < GUESSED ? spell.getSpellingSuggestions(word).slice(0, MOST_GUESSES) : [];
    unknown.push({ word, language, suggestions });
  }
  return unknown;
}
