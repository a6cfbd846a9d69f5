/**
 * When a series happens, on a wall clock: what its rule gives and the days picked beside it, without those taken out,
 * moved off days nobody works (RFC 5545 §3.8.5). One after another, from anywhere on, never as a list.
 */
import { dateOfDay, localOf, secondsOf } from '../time/dayNumber';
import { occurrenceSeconds, untilOn } from './occurrences';
import { readRule, RuleError } from './rule';

/** What happens to an occurrence on a day off: nothing, it is left out, or it moves to a working day. */
export const DAY_SHIFTS = ['none', 'skip', 'next-working-day', 'previous-working-day'] as const;
export type DayShift = (typeof DAY_SHIFTS)[number];

/** Times are on one clock, `2026-12-03T09:10`, seconds allowed. */
export interface Series {
  start: string;
  /** RFC 5545 §3.3.10, without `RRULE:`; without one it happens at its start alone, and on the days picked. */
  rrule?: string;
  /** Also then. */
  rdate?: readonly string[];
  /** Not then. */
  exdate?: readonly string[];
  shift?: DayShift;
}

export interface Occurrence {
  /** Which one it is, whatever becomes of it (RECURRENCE-ID, RFC 5545 §3.8.4.4): `2026-12-03T09:10:00`. */
  id: string;
  /** When it is: the same, but for one that was moved off a day off. */
  local: string;
}

/** With seconds, so that the same time is written in one way. */
export const occurrenceId = (local: string): string => (local.length === 16 ? `${local}:00` : local);

const DAY_S = 86_400;
/** No working day is looked for further away than this: then there is none. */
const LONGEST_BREAK = 400;
/** Where everything falls on days off for so long, it always will. */
const NOTHING_FOR = 20 * 366;

/** One as numbers: seconds since 1 January 1970 on its clock. Of thousands few are ever written. */
export interface OccurrenceSeconds {
  id: number;
  local: number;
}

/** The rule and the picked days, in order, each once. @param from those before are left out, or not even looked at */
function* unshifted(series: Series, zone: string, from: number): Generator<number> {
  const { start, rrule, rdate = [], exdate = [] } = series;
  const rule = rrule ? readRule(rrule) : undefined;
  const byRule = rule
    ? occurrenceSeconds(rule, start, {
        from: from > secondsOf(start) ? localOf(from) : start,
        until: untilOn(rule, zone),
      })
    : [secondsOf(start)].values();
  const picked = [...new Set(rdate.map(secondsOf))].sort((a, b) => a - b);
  const out = new Set(exdate.map(secondsOf));
  if (rule && picked.length === 0 && out.size === 0) {
    yield* byRule;
    return;
  }
  let next = byRule.next();
  for (let last = -Infinity; !next.done || picked.length > 0;) {
    const takesPicked = picked.length > 0 && (next.done || picked[0]! <= next.value);
    const local = takesPicked ? picked.shift()! : (next.value as number);
    if (!takesPicked) next = byRule.next();
    if (local === last || local < from || out.has(local)) continue;
    last = local;
    yield local;
  }
}

type IsWorking = (date: string) => boolean;

/** The nearest working day, that day itself among them; undefined where nobody ever works. @param step 1 on, -1 back */
function workingFrom(day: number, step: 1 | -1, isWorking: IsWorking): number | undefined {
  for (let n = 0; n <= LONGEST_BREAK; n++) {
    const there = day + n * step;
    if (isWorking(dateOfDay(there))) return there;
  }
  return undefined;
}

/** Where an occurrence goes, as a number of a day; undefined where it is left out. */
function landing(shift: DayShift, day: number, isWorking: IsWorking): number | undefined {
  if (shift === 'none') return day;
  if (shift === 'skip') return isWorking(dateOfDay(day)) ? day : undefined;
  return workingFrom(day, shift === 'next-working-day' ? 1 : -1, isWorking);
}

/** Those that land on one day, in order; of several at one time one, and rather the one that belongs there. */
function settled(day: OccurrenceSeconds[]): OccurrenceSeconds[] {
  const byTime = new Map<number, OccurrenceSeconds>();
  for (const each of day) {
    const there = byTime.get(each.local);
    if (!there || each.id === each.local) byTime.set(each.local, each);
  }
  return [...byTime.values()].sort((a, b) => a.local - b.local);
}

/** Where to begin so that all that lands from then on is met. */
function beginFor(shift: DayShift, from: number, isWorking: IsWorking): number {
  const day = Math.floor(from / DAY_S);
  if (shift !== 'next-working-day') return day * DAY_S;
  // What lands on the first days may have been moved there from before: all since the working day before those.
  const before = workingFrom(day - 1, -1, isWorking);
  return before === undefined ? from : (before + 1) * DAY_S;
}

/**
 * The occurrences, soonest first. Wherever it begins it gives the same ones.
 * @param zone the clock it is on, for a rule that ends at an instant
 * @param from those that are before are left out; by when they are, not by when they would have been
 * @param isWorking whose days are meant, `2026-12-25`
 * @throws RuleError in words
 */
export function* seriesSeconds(
  series: Series,
  zone: string,
  from?: string,
  isWorking: IsWorking = () => true,
): Generator<OccurrenceSeconds> {
  const { shift = 'none' } = series;
  const least = from === undefined ? -Infinity : secondsOf(from);
  if (shift === 'none') {
    for (const id of unshifted(series, zone, least)) yield { id, local: id };
    return;
  }
  const begin = from === undefined ? least : beginFor(shift, least, isWorking);
  let together: OccurrenceSeconds[] = [];
  let current: number | undefined;
  let quietSince: number | undefined;
  for (const id of unshifted(series, zone, begin)) {
    const own = Math.floor(id / DAY_S);
    const day = landing(shift, own, isWorking);
    if (day === undefined) {
      quietSince ??= own;
      if (own - quietSince > NOTHING_FOR) break;
      continue;
    }
    quietSince = undefined;
    if (day !== current) {
      yield* settled(together).filter(({ local }) => local >= least);
      [together, current] = [[], day];
    }
    together.push({ id, local: id + (day - own) * DAY_S });
  }
  yield* settled(together).filter(({ local }) => local >= least);
}

/** The same as their clock shows them. */
export function* seriesOccurrences(...asked: Parameters<typeof seriesSeconds>): Generator<Occurrence> {
  for (const { id, local } of seriesSeconds(...asked)) yield { id: localOf(id), local: localOf(local) };
}

/**
 * Reads its rule and finds its first occurrence.
 * @throws RuleError in words where the rule cannot be read, or the series never happens
 */
export function checkSeries(series: Series, zone: string, isWorking?: IsWorking): void {
  const first = seriesSeconds(series, zone, undefined, isWorking).next();
  if (first.done) throw new RuleError('This never happens: no day is one of it. Choose another rule.');
}
