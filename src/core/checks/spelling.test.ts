import { describe, expect, it } from 'vitest';
import { languageOf } from './language';
import { spellingFindings, wordKey, wordsToSpell } from './spelling';

const words = (text: string, names: string[] = [], own: string[] = []) =>
  wordsToSpell(text, names, own).map(({ word }) => word);

it.each([
  ['The crates go by road to the harbour, and Bela has the papers ready.', 'en'],
  ['As caixas seguem por estrada para o porto, e a Bela tem os papéis prontos.', 'pt'],
  ['Die Kisten gehen auf der Straße zum Hafen, und Bela hat die Papiere bereit.', 'de'],
  ['Les caisses vont par la route au port, et Bela a les papiers prêts.', 'fr'],
  ['Las cajas van por carretera al puerto, y Bela tiene los papeles listos.', 'es'],
  ['Yes.', undefined],
])('“%s” is in %s', (text, language) => expect(languageOf(text)).toBe(language));

describe('the words that are looked up', () => {
  it.each([
    ['all is packd', ['all', 'packd']],
    ['> quoted wrods\nmine', ['mine']],
    ['mine\n-- \nTamsn', ['mine']],
    ['see https://lamp.exmple/lst and ana@lmp.example now', ['see', 'and', 'now']],
    ['meet Prakriti at HQ in B12 today', ['meet', 'today']],
    ['Wel, that is so', ['Wel', 'that']],
    ['the well-known frame', ['the', 'well-known', 'frame']],
    ['logger, logger and logger again', ['and', 'again']],
    ['Kia ora Aroha,\nlet us go', ['let']],
  ])('of “%s”', (text, expected) => expect(words(text)).toEqual(expected));

  it('leave out names and what I have said is right', () => {
    expect(words('ask anzai about the urushi', ['Haruki Anzai'], ['urushi'])).toEqual([
      'ask',
      'about',
      'the',
    ]);
  });

  it('keep German nouns, which have capitals', () => {
    const text = 'Die Kisten gehen auf der Straße zum Hafn, und Bela hat die Papiere bereit.';
    expect(words(text, ['Bela Sousa'])).toContain('Hafn');
  });
});

it('what no dictionary knows is found once, with what may be meant', () => {
  const text = 'one shippment and another shippment';
  const dictionary = new Map([[wordKey('en', 'shippment'), ['shipment']]]);
  const findings = spellingFindings(wordsToSpell(text, [], []), dictionary);
  expect(findings).toHaveLength(1);
  expect(findings[0]).toMatchObject({ from: 4, words: 'shippment', fixes: ['shipment'] });
  expect(findings[0]!.moves).toEqual([{ words: 'It is right', learn: 'shippment' }]);
});
