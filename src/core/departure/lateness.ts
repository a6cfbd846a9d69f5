/**
 * Lateness: how long after its moment a departure may still make its first attempt, where nothing was running
 * when the moment came. Later attempts are no matter of lateness.
 */
import { notAfter } from '../plan/kinds/registry';
import type { Lateness, Plan } from '../plan/plan';
import { nextWorkEnd, type Working } from '../time/dayParts';
import { toInstant, toLocal } from '../time/wallClock';

/** Less than this is not late: an engine that starts again, a busy second. */
export const LATE_FROM = 60_000;

/** A reader as lateness sees one. */
interface Late {
  zone?: string | null;
  working?: Working;
}

/** Days off are many and shared between those of one place: told apart by which they are, not by what is in them. */
const ids = new WeakMap<object, number>();
let lastId = 0;
function idOf(holidays: object): number {
  let id = ids.get(holidays);
  if (id === undefined) ids.set(holidays, (id = ++lastId));
  return id;
}

/** Readers of the same hours in the same zone have the same end of the day. */
function distinct(readers: readonly Late[]): Late[] {
  const seen = new Map<string, Late>();
  for (const reader of readers) {
    if (!reader.zone) continue;
    const { week, leave, holidays } = reader.working ?? {};
    const key = JSON.stringify([reader.zone, week?.work, leave, holidays && idOf(holidays)]);
    if (!seen.has(key)) seen.set(key, reader);
  }
  return [...seen.values()];
}

/**
 * The last instant at which it may still leave: by default the end of the working day in which the first of its
 * readers would have found it.
 * @param at its moment, epoch ms
 * @param mine the zone that stands in where no reader's is known
 * @returns epoch ms; null where it always asks
 */
export function latestLeave(
  at: number,
  readers: readonly Late[],
  mine: string,
  lateness: Lateness = { kind: 'their-day' },
): number | null {
  if (lateness.kind === 'ask') return null;
  if (lateness.kind === 'at-most') return at + Math.max(LATE_FROM, lateness.minutes * 60_000);
  const known = distinct(readers);
  const ends = (known.length ? known : [{ zone: mine } as Late]).map(({ zone, working }) => {
    const end = nextWorkEnd(toLocal(at, zone!), working);
    return end === undefined ? at + LATE_FROM : toInstant(end, zone!).at;
  });
  return Math.max(at + LATE_FROM, Math.min(...ends));
}

/** The same for a plan, which may belong to an event: never after that has begun, unless somebody has said so. */
export function latestFor(plan: Plan, ...asked: Parameters<typeof latestLeave>): number | null {
  const [latest, end] = [latestLeave(...asked), notAfter(plan)];
  return latest === null || end === null ? latest : Math.min(latest, end);
}
