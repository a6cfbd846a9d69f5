/** A phrase taken apart into words. */

export interface Token {
  /** As compared: lower case, without diacritics. */
  word: string;
  /** As it was typed. */
  typed: string;
}

import { folded } from '../text/folded';

/** Lower case and without diacritics, so that “sao paulo” finds São Paulo. */
export const plain = (text: string) => folded(text).replace(/[’‘`]/g, "'");

/** Words, without the punctuation between them. */
export function tokens(text: string): Token[] {
  return text
    .replace(/[,;!?()“”"]/g, ' ')
    .split(/\s+/)
    .map((typed) => ({ typed, word: plain(typed).replace(/^\.+|(?<=[a-z])\.+$/g, '') }))
    .filter(({ word }) => word !== '' && word !== '-' && word !== '–');
}
