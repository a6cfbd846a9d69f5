import { describe, expect, it } from 'vitest';
import { labelled, readAs } from '../../../test/support/phrases';
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
