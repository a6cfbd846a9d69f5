import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { labelled, readAs } from '#test/support/phrases';
import { LANGUAGES } from '../text/language';

describe.each(['de', 'fr', 'es', 'pt'] as const)('%s', (language) => {
  const all = [...labelled(language, 'written by'), ...labelled(language, 'kept aside')];

  it.each(all)('$phrase', ({ phrase, readings }) => expect(readAs(phrase, [language])).toEqual(readings));

  it('means the same where other languages are read as well', () => {
    const others = LANGUAGES.filter((each) => each !== language);
    for (const { phrase, readings } of all)
      expect([phrase, readAs(phrase, [language, ...others])]).toEqual([phrase, readings]);
  });
});

it('each language names its own day, where a word has two', () => {
  // “mar” is a Tuesday in French, and no day in English.
  expect(readAs('mar 9h', ['fr'])).toEqual(['1.12 09:00']);
  expect(readAs('mar 9h', ['en'])).toEqual([]);
  expect(readAs('mar 9h', ['en', 'fr'])).toEqual(['1.12 09:00']);
});

it('reads whatever is typed without ever throwing, in whatever mix of languages', () => {
  const words = (['de', 'fr', 'es', 'pt'] as const).flatMap((language) =>
    labelled(language, 'written by').flatMap(({ phrase }) => phrase.split(' ')),
  );
  const english =
    'half past nine noon midnight a couple of next last first monday in minus 3 h ago one theirs';
  const word = fc.constantFrom(...new Set([...words, ...english.split(' '), 'la una', 'une heure', 'à uma']));
  fc.assert(
    fc.property(fc.array(word, { maxLength: 9 }), (typed) => {
      for (const moment of readAs(typed.join(' '), LANGUAGES))
        expect(moment).toMatch(/^(now|each-local|\d+\.\d+(\.\d+)? \d\d:\d\d(:\d\d)?( .+)?)$/);
    }),
    { numRuns: 400 },
  );
});

it.each([
  ['fr', "demain à une heure de l'après-midi", '25.11 13:00'],
  ['es', 'mañana a la una de la tarde', '25.11 13:00'],
  ['pt', 'amanhã à uma da tarde', '25.11 13:00'],
] as const)('%s: %s', (language, phrase, moment) => expect(readAs(phrase, [language])).toEqual([moment]));
