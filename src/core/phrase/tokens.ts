/** A phrase taken apart into words. */

export interface Token {
  /** As compared: lower case, without diacritics. */
  word: string;
  /** As it was typed. */
  typed: string;
}

/** Lower case and without diacritics, so that “sao paulo” finds São Paulo. */
export const plain = (text: string) =>
  text.normalize('NFD').replace(/\p{M}/gu, '').replace(/[’‘`]/g, "'").toLowerCase();

/** Words, without the punctuation between them. */
export function tokens(text: string): Token[] {
  return text
    .replace(/[,;!?()“”"]/g, ' ')
    .split(/\s+/)
    .map((typed) => ({ typed, word: plain(typed).replace(/^\.+|(?<=[a-z])\.+$/g, '') }))
    .filter(({ word }) => word !== '' && word !== '-' && word !== '–');
}
