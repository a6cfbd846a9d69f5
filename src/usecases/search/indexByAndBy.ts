/** Bringing the index up to date where much waits, as after a new version: a little at a time. */
import { indexWords, wordsWait } from '#store/search';
import type { Desk } from '../desk';

/** @returns whether more waits */
export function indexSome(desk: Desk): boolean {
  if (!wordsWait(desk.store.db)) return false;
  desk.store.write(indexWords);
  return wordsWait(desk.store.db);
}
