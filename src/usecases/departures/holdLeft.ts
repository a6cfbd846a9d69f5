import type { Departure } from '#store/departures';

/** What is left of its hold, ms; null where it is not held. */
export const holdLeft = (seen: Departure, now: number): number | null =>
  seen.state === 'held' ? Math.max(0, seen.due - now) : null;
