import { expect, it } from 'vitest';
import type { Language } from '#core/text/language';
import { unknownWords } from './dictionaries';

it.each<[Language, string, string]>([
  [
    'en',
    'shipment harbour colour organised don’t well-known Crates travelling grey catalogue',
    'shippment recieve',
  ],
  ['pt', 'amanhã caixas obrigada', 'amanhaa caixass'],
  ['de', 'Häfen Kisten morgen', 'Hafenn Kistten'],
  ['fr', 'été l’été caisses d’accord', 'étee caissses'],
  ['es', 'mañana cajas señora', 'mañanaa cajaas'],
])('%s knows its words and no others', async (language, right, wrong) => {
  const ask = (words: string) =>
    unknownWords(words.split(' ').map((word) => ({ word, language }))).then((all) =>
      all.map(({ word }) => word),
    );
  expect(await ask(right)).toEqual([]);
  expect(await ask(wrong)).toEqual(wrong.split(' '));
});

it('guesses what was meant, the likeliest first', async () => {
  const [first] = await unknownWords([{ word: 'shippment', language: 'en' }]);
  expect(first!.suggestions[0]).toBe('shipment');
});
