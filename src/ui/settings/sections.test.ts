import { expect, it } from 'vitest';
import { findParts } from './sections';

it.each([
  ['quiet', ['quiet']],
  ['QUIET ho', ['quiet']],
  ['hold', ['hold', 'rules']],
  ['zone', ['me']],
  ['undo window', ['hold']],
  ['  ', []],
  ['nonsense', []],
])('“%s” finds %j', (text, ids) => expect(findParts(text).map(({ id }) => id)).toEqual(ids));
