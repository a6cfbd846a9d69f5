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

/**
 * Reads a text once, to be held against many.
 * @param text that may quote
 * @returns tells whether it quotes another; short ones are found whole
 */
export function quotesIn(text: string): (mine: string) => boolean {
  const here = asWords(text);
  return (mine) => {
    const words = asWords(mine);
    // What it could quote is no longer than itself.
    if (words.length < STEP || here.length < STEP) return false;
    if (words.length <= STRETCH) return here.includes(words);
    for (let from = 0; from + STRETCH <= words.length; from += STEP)
      if (here.includes(words.slice(from, from + STRETCH))) return true;
    return false;
  };
}
