/**
 * Lateness: how long after its moment a departure may still make its first attempt, where nothing was running
 * when the moment came. Later attempts are no matter of lateness.
 */
import { nextWorkEnd } from '../time/dayParts';
import { toInstant, toLocal } from '../time/wallClock';

/** Less than this is not late: an engine that starts again, a busy second. */
export const LATE_FROM = 60_000;

/**
 * The last instant at which it may still leave: the end of the working day in which the first of its readers
 * would have found it.
 * @param at its moment, epoch ms
 * @param zones of its readers; @param mine stands in where none is known
 * @returns epoch ms
 */
export function latestLeave(at: number, zones: readonly string[], mine: string): number {
  const ends = (zones.length ? [...new Set(zones)] : [mine]).map((zone) => {
    const end = nextWorkEnd(toLocal(at, zone));
    return end === undefined ? at + LATE_FROM : toInstant(end, zone).at;
  });
  return Math.max(at + LATE_FROM, Math.min(...ends));
}
