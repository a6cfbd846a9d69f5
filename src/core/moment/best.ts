/**
 * One moment for all: when most readers are at work. Every quarter of an hour of the coming days is counted, since
 * offsets and working hours fall on quarters; the work of one reader is a few spans, so 500 readers are a few
 * thousand additions.
 */
import type { Person } from '../people/person';
import { DAY_MINUTES, datesFrom, localAt, workOn } from '../time/dayParts';
import { toInstant, toLocal } from '../time/wallClock';
import { canonicalZone } from '../time/zones';

const QUARTER = 15 * 60_000;
const DAY = 86_400_000;
export const BEST_DAYS = 14;

/** One hour of one of my days. */
export interface BestCell {
  /** My hour of the day, 0 to 23. */
  hour: number;
  /** The best quarter of it, epoch ms; null where the hour is past, or skipped by the clocks. */
  at: number | null;
  /** How many readers are at work then. */
  working: number;
}

export interface BestDay {
  /** My calendar day, `2026-11-25`. */
  date: string;
  /** Length 24. */
  cells: BestCell[];
}

export interface BestMoments {
  /** Readers counted: those whose zone is known. */
  readers: number;
  days: BestDay[];
  /** The best moments, best first, at most one of a day. Empty where nobody is ever at work. */
  best: { at: number; working: number }[];
}

/** Instants of minutes of a day, from its midnight where the day is as long as others. */
function instants() {
  const midnights = new Map<string, { at: number; even: boolean }>();
  return (date: string, minute: number, zone: string): number => {
    const key = `${zone} ${date}`;
    let midnight = midnights.get(key);
    if (!midnight) {
      const at = toInstant(localAt(date, 0), zone).at;
      midnight = { at, even: toInstant(localAt(date, DAY_MINUTES), zone).at - at === DAY };
      midnights.set(key, midnight);
    }
    return midnight.even && minute <= DAY_MINUTES
      ? midnight.at + minute * 60_000
      : toInstant(localAt(date, minute), zone).at;
  };
}

/** Holidays of a country are one object to all who have them; written out they are long. */
function identities() {
  const known = new Map<object, number>();
  return (object: object | undefined): number => {
    if (!object) return -1;
    if (!known.has(object)) known.set(object, known.size);
    return known.get(object)!;
  };
}

/** Adds the work of one reader to the counts by quarter, as differences. */
interface Counts {
  working: Int32Array;
  /** Sum of the starts of the spans in which someone is at work, in quarters: tells how far into their day it is. */
  starts: Float64Array;
}

function addWork(
  counts: Counts,
  spans: readonly { from: number; to: number }[],
  first: number,
  times: number,
) {
  const last = counts.working.length - 1;
  for (const { from, to } of spans) {
    // A quarter counts for someone who is at work when it begins.
    const begin = Math.max(0, Math.ceil((from - first) / QUARTER));
    const end = Math.min(last, Math.ceil((to - first) / QUARTER));
    if (begin >= end) continue;
    const start = (from - first) / QUARTER;
    counts.working[begin]! += times;
    counts.working[end]! -= times;
    counts.starts[begin]! += start * times;
    counts.starts[end]! -= start * times;
  }
}

/** The same week, leave and holidays in the same zone are counted once, many times over. */
function alike(readers: readonly Person[]): { person: Person; times: number }[] {
  const groups = new Map<string, { person: Person; times: number }>();
  const identity = identities();
  for (const person of readers) {
    const { week, leave = [], holidays } = person.working;
    const key = JSON.stringify([canonicalZone(person.zone), week.work, leave, identity(holidays)]);
    const group = groups.get(key);
    if (group) group.times++;
    else groups.set(key, { person, times: 1 });
  }
  return [...groups.values()];
}

/**
 * The best moments of the coming 14 days: most readers at work, then the earlier day, then closeness to their
 * starts of work. Days off, holidays and leave are no work.
 * @param now epoch ms; the first moment offered is the next whole quarter of an hour
 * @param zone mine: the days and hours of the cells are those of my clock
 */
export function bestMoments(now: number, zone: string, readers: readonly Person[]): BestMoments {
  const first = Math.ceil(now / QUARTER) * QUARTER;
  const quarters = (BEST_DAYS * DAY) / QUARTER;
  const counts: Counts = { working: new Int32Array(quarters + 1), starts: new Float64Array(quarters + 1) };
  const instant = instants();
  for (const { person, times } of alike(readers)) {
    const theirs = canonicalZone(person.zone);
    // From the day before, since their day may have begun before mine.
    const from = toLocal(first - DAY, theirs).slice(0, 10);
    const spans = [...datesFrom(from, BEST_DAYS + 3)].flatMap((date) =>
      workOn(date, person.working).map((span) => ({
        from: instant(date, span.from, theirs),
        to: instant(date, span.to, theirs),
      })),
    );
    addWork(counts, spans, first, times);
  }
  return gather(counts, first, quarters, zone, readers.length);
}

function gather(counts: Counts, first: number, quarters: number, zone: string, readers: number): BestMoments {
  const days = new Map<string, BestDay>();
  const tops = new Map<string, { at: number; working: number; into: number }>();
  const bestInto = new Map<BestCell, number>();
  let working = 0;
  let starts = 0;
  for (let index = 0; index < quarters; index++) {
    working += counts.working[index]!;
    starts += counts.starts[index]!;
    const at = first + index * QUARTER;
    const into = working * index - starts;
    const local = toLocal(at, zone);
    const date = local.slice(0, 10);
    let day = days.get(date);
    if (!day) {
      const cells = Array.from({ length: 24 }, (_, hour): BestCell => ({ hour, at: null, working: 0 }));
      days.set(date, (day = { date, cells }));
    }
    const cell = day.cells[Number(local.slice(11, 13))]!;
    const better =
      cell.at === null ||
      working > cell.working ||
      (working === cell.working && working > 0 && into < (bestInto.get(cell) ?? 0));
    if (better) {
      Object.assign(cell, { at, working });
      bestInto.set(cell, into);
    }
    const top = tops.get(date);
    if (working > 0 && (!top || working > top.working || (working === top.working && into < top.into)))
      tops.set(date, { at, working, into });
  }
  const best = [...tops.values()]
    .sort((a, b) => b.working - a.working || a.at - b.at)
    .map(({ at, working: count }) => ({ at, working: count }));
  return { readers, days: [...days.values()], best };
}
