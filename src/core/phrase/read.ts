/**
 * Reading a phrase such as “day after tomorrow morning, theirs” into plans. It counts as understood only when every
 * word of it is accounted for and what is said twice (a weekday and a date) agrees: a wrong reading is worse than
 * none.
 */
import { blame, type Blame } from './blame';
import { meaningsAt, type NamedReader } from './grammar';
import type { DaySpec, Part, Reading, Run, Said, Whose } from './parts';
import type { Language } from '../text/language';
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
const MOST_STEPS = 20_000;
/** A weekday, a date, and what goes with them. */
const MOST_DAYS = 3;

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

const joined = (run: Run | undefined, { from, to }: Run): Run =>
  run ? { from: Math.min(run.from, from), to: Math.max(run.to, to) } : { from, to };

const same = (a: DaySpec, b: DaySpec) => JSON.stringify(a) === JSON.stringify(b);

/** Adds what one part says; undefined where it contradicts, or repeats, what was said before. */
function add(said: Said, part: Part, run: Run): Said | undefined {
  switch (part.kind) {
    case 'filler':
      return said;
    case 'several':
      return part.parts.reduce<Said | undefined>((sum, each) => sum && add(sum, each, run), said);
    case 'day':
      return said.days.length < MOST_DAYS && !said.days.some((each) => same(each, part.day))
        ? { ...said, days: [...said.days, part.day], dayWords: joined(said.dayWords, run) }
        : undefined;
    case 'part':
      return said.part === undefined || said.part === part.part ? { ...said, part: part.part } : undefined;
    case 'time':
      return said.time ? undefined : { ...said, time: part.time };
    case 'delay':
      return said.delay ? undefined : { ...said, delay: part.delay };
    case 'now':
      return { ...said, now: true };
    case 'with-time':
      return { ...said, withTime: true };
    case 'no-moment':
      return { ...said, noMoment: { why: part.why, words: run } };
    case 'whose': {
      const whose = mergeWhose(said.whose, part.whose);
      return whose && { ...said, whose };
    }
  }
}

/** “29 feb 2027”: what follows a date and could be its year is that, and no time of day. */
const isItsYear = (last: Part | undefined, part: Part, { word }: Token): boolean =>
  part.kind === 'time' &&
  last?.kind === 'day' &&
  (last.day.type === 'feast' || (last.day.type === 'date' && last.day.year === undefined)) &&
  /^20\d\d$/.test(word);

interface Search {
  ways: Said[];
  /** The first word no way of reading gets over. */
  stuck: number;
  /** Where the words were read but do not go together. */
  clash: boolean;
}

function search(words: readonly Token[], readers: readonly NamedReader[], language: Language): Search {
  const meanings = words.map((_, at) => meaningsAt(words, at, readers, language));
  const found: Search = { ways: [], stuck: 0, clash: false };
  let steps = 0;
  const walk = (at: number, said: Said, last: Part | undefined): void => {
    if (at > found.stuck) Object.assign(found, { stuck: at, clash: false });
    if (found.ways.length >= MOST_WAYS || ++steps > MOST_STEPS) return;
    if (at === words.length) {
      if (last?.kind !== 'filler') found.ways.push(said);
      return;
    }
    for (const { part, length } of meanings[at]!) {
      const next = isItsYear(last, part, words[at]!)
        ? undefined
        : add(said, part, { from: at, to: at + length });
      if (next) walk(at + length, next, part);
      else if (at === found.stuck) found.clash = true;
    }
  };
  walk(0, { days: [] }, undefined);
  // “in 3 hours” is one length; that “in” may mean nothing and “3 hours” three o'clock, is looking for it.
  const whole = meanings[0]!.filter(({ part, length }) => part.kind === 'delay' && length === words.length);
  if (whole.length && words.length > 1)
    found.ways = found.ways.filter(({ delay, days, time }) => delay && !days.length && !time);
  return found;
}

/** Every way the words can be read, in any of the languages, whatever it comes to. Nobody is named. */
export function waysToRead(text: string, languages: readonly Language[]): Said[] {
  const words = tokens(text);
  if (words.length === 0 || words.length > MOST_WORDS) return [];
  return languages.flatMap((language) => search(words, [], language).ways);
}

/** What the ways of one language come to. */
function readIn(
  words: readonly Token[],
  text: string,
  context: PhraseContext,
  language: Language,
): { readings: Reading[]; blame?: Blame; got: number } {
  const found = search(words, context.readers, language);
  // What repeats is no moment, even where its words could be read as something else.
  const noMoment = found.ways.find(({ noMoment }) => noMoment);
  const readings: Reading[] = [];
  let problem: Blame | undefined;
  for (const said of noMoment ? [noMoment] : found.ways) {
    const result = resolve(said, context);
    if ('readings' in result) readings.push(...result.readings);
    else
      problem ??= {
        part: result.about
          ? words
              .slice(result.about.from, result.about.to)
              .map(({ typed }) => typed)
              .join(' ')
          : text.trim(),
        why: result.problem,
      };
  }
  return { readings, blame: problem ?? blame(words, found.stuck, found.clash), got: found.stuck };
}

/** Never throws; what is typed is data. */
export function readPhrase(text: string, context: PhraseContext): PhraseResult {
  const words = tokens(text);
  if (words.length === 0) return { kind: 'empty' };
  if (words.length > MOST_WORDS) {
    const part = words[MOST_WORDS]!.typed;
    return { kind: 'not-understood', part, why: 'This is longer than any moment needs.' };
  }
  const each = (context.languages ?? ['en']).map((language) => readIn(words, text, context, language));
  const byPlan = new Map<string, Reading>();
  for (const reading of each.flatMap(({ readings }) => readings)) {
    const key = JSON.stringify(reading.plan);
    if (!byPlan.has(key)) byPlan.set(key, reading);
  }
  if (byPlan.size) return { kind: 'understood', readings: [...byPlan.values()] };
  // The language that got furthest says what is wrong.
  const furthest = each.reduce((best, one) => (one.got > best.got ? one : best));
  return { kind: 'not-understood', ...furthest.blame! };
}
