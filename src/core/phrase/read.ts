/**
 * Reading a phrase such as “day after tomorrow morning, theirs” into plans. It counts as understood only when every
 * word of it is accounted for and what is said twice (a weekday and a date) agrees: a wrong reading is worse than
 * none.
 */
import { meaningsAt } from './grammar';
import type { Part, Reading, Said, Whose } from './parts';
import { resolve, type PhraseContext } from './resolve';
import { tokens, type Token } from './tokens';

export type { Reading } from './parts';
export type { PhraseContext } from './resolve';

export type PhraseResult =
  /** At least one reading, the likeliest first; several where the phrase is ambiguous. */
  | { kind: 'understood'; readings: Reading[] }
  /** `why` is a sentence to show; `part` is what of the phrase it is about, as typed. */
  | { kind: 'not-understood'; part: string; why: string }
  | { kind: 'empty' };

/** Longer phrases are not phrases; it also bounds the search. */
const MOST_WORDS = 24;
const MOST_WAYS = 200;

function mergeWhose(a: Whose | undefined, b: Whose): Whose | undefined {
  if (!a) return b;
  const kinds = new Set([a.kind, b.kind]);
  if (kinds.size === 1 && a.kind !== 'place') return a;
  // “each at their start of day”: each of them, where they are.
  if (kinds.has('each') && kinds.has('theirs')) return { kind: 'each' };
  if (a.kind === 'place' && b.kind === 'place') {
    const places = a.places.filter(({ zone }) => b.places.some((other) => other.zone === zone));
    return places.length ? { kind: 'place', places } : undefined;
  }
  return undefined;
}

/** Adds what one part says; undefined where it contradicts, or repeats, what was said before. */
function add(said: Said, part: Part): Said | undefined {
  switch (part.kind) {
    case 'filler':
      return said;
    case 'several':
      return part.parts.reduce<Said | undefined>((sum, each) => sum && add(sum, each), said);
    case 'day':
      return said.days.length < 2 ? { ...said, days: [...said.days, part.day] } : undefined;
    case 'part':
      return said.part === undefined || said.part === part.part ? { ...said, part: part.part } : undefined;
    case 'time':
      return said.time ? undefined : { ...said, time: part.time };
    case 'delay':
      return said.delay ? undefined : { ...said, delay: part.delay };
    case 'now':
      return { ...said, now: true };
    case 'whose': {
      const whose = mergeWhose(said.whose, part.whose);
      return whose && { ...said, whose };
    }
  }
}

interface Search {
  ways: Said[];
  /** The first word no way of reading gets over. */
  stuck: number;
  /** Where the words were read but do not go together. */
  clash: boolean;
}

function search(words: readonly Token[], context: PhraseContext): Search {
  const meanings = words.map((_, at) => meaningsAt(words, at, context.readers));
  const found: Search = { ways: [], stuck: 0, clash: false };
  let steps = 0;
  const walk = (at: number, said: Said, lastFiller: boolean): void => {
    if (at > found.stuck) found.stuck = at;
    if (found.ways.length >= MOST_WAYS || ++steps > 20_000) return;
    if (at === words.length) {
      if (!lastFiller) found.ways.push(said);
      return;
    }
    for (const { part, length } of meanings[at]!) {
      const next = add(said, part);
      if (next) walk(at + length, next, part.kind === 'filler');
      else found.clash = true;
    }
  };
  walk(0, { days: [] }, false);
  return found;
}

const OFFSET = /^(utc|gmt)?[-+−]\d{1,2}(:?\d{2})?$/;
const ABBREVIATION =
  /^(est|edt|cst|cdt|mst|mdt|pst|pdt|cet|cest|bst|ist|jst|wet|west|eet|eest|aest|aedt|hst|akst|nst|brt|npt|eat|wat|gmt|msk|sgt|hkt|nzst|nzdt)$/;

function notUnderstood(words: readonly Token[], found: Search): PhraseResult {
  const stuck = words[found.stuck];
  if (!stuck) {
    const last = words.at(-1)!.typed;
    return { kind: 'not-understood', part: last, why: `Something is still missing after “${last}”.` };
  }
  const { typed, word } = stuck;
  if (OFFSET.test(word) || ABBREVIATION.test(word)) {
    const why = `“${typed}” is not a place: say whose clock it is by a city, such as Osaka.`;
    return { kind: 'not-understood', part: typed, why };
  }
  const why = found.clash
    ? `“${typed}” does not go with the words before it.`
    : `“${typed}” is not understood here.`;
  return { kind: 'not-understood', part: typed, why };
}

/** Never throws; what is typed is data. */
export function readPhrase(text: string, context: PhraseContext): PhraseResult {
  const words = tokens(text);
  if (words.length === 0) return { kind: 'empty' };
  if (words.length > MOST_WORDS) {
    const part = words[MOST_WORDS]!.typed;
    return { kind: 'not-understood', part, why: 'This is longer than any moment needs.' };
  }
  const found = search(words, context);
  const readings: Reading[] = [];
  let problem: string | undefined;
  for (const said of found.ways) {
    const result = resolve(said, context);
    if ('problem' in result) problem ??= result.problem;
    else readings.push(...result.readings);
  }
  const seen = new Set<string>();
  const distinct = readings.filter(({ plan }) => {
    const key = JSON.stringify(plan);
    return !seen.has(key) && seen.add(key);
  });
  if (distinct.length) return { kind: 'understood', readings: distinct };
  if (problem) return { kind: 'not-understood', part: text.trim(), why: problem };
  return notUnderstood(words, found);
}
