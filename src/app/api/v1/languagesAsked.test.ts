import { expect, it } from 'vitest';
import { languagesAsked } from './languagesAsked';

it.each([
  [undefined, []],
  ['', []],
  ['de-AT', ['de']],
  ['ja, pt-BR;q=0.7, en;q=0.8, pt;q=0.2', ['en', 'pt']],
  ['fr;q=0, es', ['es']],
  ['*;q=0.5', []],
  ['zz;q=x, ;;, de ;q=0.3', ['de']],
])('%j asks for %j', (header, languages) => {
  const headers = header === undefined ? undefined : { 'accept-language': header };
  expect(languagesAsked(new Request('http://x.example/', { headers }))).toEqual(languages);
});
