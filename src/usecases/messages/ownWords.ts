/** Words that are in no dictionary and yet right: those of a trade, and the names one writes. */
import { isUsed } from '#store/usedWords';
import type { Desk } from '../desk';

/** Those of the words that I do not use in subjects, or in what I have sent. */
export const unusedWords = <W extends { word: string }>(desk: Desk, words: readonly W[]): W[] =>
  words.filter(({ word }) => !isUsed(desk.store.db, word));
