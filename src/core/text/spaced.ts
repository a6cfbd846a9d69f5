/** Letters of scripts that are written without spaces between words; each stands for itself in an index of words. */
const ALONE = /[\p{sc=Han}\p{sc=Hiragana}\p{sc=Katakana}ー々〆]/u;
const EACH = new RegExp(ALONE.source, 'gu');

/** The text with such letters apart, so that a run of them is found by any part of it. */
export const spaced = (text: string): string => (ALONE.test(text) ? text.replace(EACH, ' $& ') : text);
