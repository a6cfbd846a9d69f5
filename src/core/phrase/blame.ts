/** What is wrong with a phrase, in words, at the word it is wrong with. */
import type { Token } from './tokens';

export interface Blame {
  /** As typed. */
  part: string;
  /** A sentence. */
  why: string;
}

const OFFSET = /^(utc|gmt)?[-+−]\d{1,2}(:?\d{2})?$/;
const ABBREVIATION =
  /^(est|edt|cst|cdt|mst|mdt|pst|pdt|cet|cest|bst|ist|jst|wet|west|eet|eest|aest|aedt|hst|akst|nst|brt|npt|eat|wat|gmt|msk|sgt|hkt|nzst|nzdt)$/;
const LIKE_A_TIME = /^\d{1,3}[:.h]\d{1,3}$|^\d{4}$/;
const HALF = /^[ap]\.?m$/;
/** After these a reader is named, or somebody who is none. */
const FOR_SOMEBODY = ['for', 'fur', 'pour', 'chez', 'para'];

/** @param at the word no way of reading gets over; behind the last one where something is missing @param clash where it was read, but does not go with the rest */
export function blame(words: readonly Token[], at: number, clash: boolean): Blame {
  const stuck = words[at];
  if (!stuck) {
    const part = words.at(-1)!.typed;
    return { part, why: `Something is still missing after “${part}”.` };
  }
  const { typed: part, word } = stuck;
  const next = words[at + 1];
  if (OFFSET.test(word) || ABBREVIATION.test(word))
    return { part, why: `“${part}” is not a place: say whose clock it is by a city, such as Osaka.` };
  if (clash) return { part, why: `“${part}” does not go with the words before it.` };
  if (/^\d+$/.test(word) && next && HALF.test(next.word)) {
    const both = `${part} ${next.typed}`;
    return { part: both, why: `“${both}” is no time of day: with am and pm the hours go from 1 to 12.` };
  }
  if (LIKE_A_TIME.test(word))
    return { part, why: `“${part}” is no time of day: hours go to 23, minutes to 59.` };
  if (/^\d+$/.test(word)) return { part, why: `“${part}” is neither an hour nor a day.` };
  if (at > 0 && FOR_SOMEBODY.includes(words[at - 1]!.word))
    return { part, why: `“${part}” is none of the readers.` };
  return { part, why: `“${part}” is no word for a moment, and no city or reader.` };
}
