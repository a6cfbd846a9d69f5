/** Events beside each other in a band: those that are at the same time get lanes of their own. */
import { isWithin, type EventMoment } from './occurrences';

export interface Laid<E> {
  event: E;
  /** Counted from 0. */
  lane: number;
}

type Span = Pick<EventMoment, 'startsAt' | 'endsAt'>;

/** Shorter ones are drawn as long as this: two of them at one time are not upon each other. */
export const LEAST_MS = 30 * 60_000;

/** @param events in the order of their starts; @returns with the lane of each, and how many lanes there are */
export function lanesOf<E extends Span>(
  events: readonly E[],
  least = LEAST_MS,
): { laid: Laid<E>[]; lanes: number } {
  const ends: number[] = [];
  const laid = events.map((event) => {
    const free = ends.findIndex((end) => end <= event.startsAt);
    const lane = free < 0 ? ends.length : free;
    ends[lane] = Math.max(event.endsAt, event.startsAt + least);
    return { event, lane };
  });
  return { laid, lanes: ends.length };
}

/** What of an event is in a day, as parts of the day. @returns from 0 to 1; undefined where it is in none of it */
export function partOf(event: Span, from: number, until: number): { from: number; to: number } | undefined {
  if (!isWithin(event, from, until)) return undefined;
  const share = (at: number) => Math.min(1, Math.max(0, (at - from) / (until - from)));
  return { from: share(event.startsAt), to: share(event.endsAt) };
}
