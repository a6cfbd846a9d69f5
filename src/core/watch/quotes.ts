/** Whether a text has words of another in it, as answers do that name no message. */
import { folded } from '../text/folded';

/** Letters of a stretch that two texts do not share by chance. */
const STRETCH = 40;
const STEP = 20;

/** As one line of words: what marks and breaks a quote is no part of it. */
const asWords = (text: string) =>
  folded(text)
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** @param text that may quote; @param mine what it may quote, short texts of which are found whole */
export function quotes(text: string, mine: string): boolean {
  const [here, words] = [asWords(text), asWords(mine)];
  if (words.length < STEP) return false;
  if (words.length <= STRETCH) return here.includes(words);
  for (let from = 0; from + STRETCH <= words.length; from += STEP)
    if (here.includes(words.slice(from, from + STRETCH))) return true;
  return false;
}
