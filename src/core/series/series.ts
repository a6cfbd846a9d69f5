/** Series: messages that leave again and again, each occurrence a departure of its own. */

export const SERIES_STATES = ['active', 'paused', 'ended'] as const;
export type SeriesState = (typeof SERIES_STATES)[number];

/** What becomes of an occurrence that nobody has approved by the time it is due. */
export const UNAPPROVED = ['wait', 'skip', 'go'] as const;

/** Each occurrence waits for a look. */
export interface Review {
  /** So long before it is due, minutes. */
  minutes: number;
  otherwise: (typeof UNAPPROVED)[number];
}

/** An occurrence that did not leave at its moment. */
export interface Missed {
  occurrence: string;
  /** Epoch ms. */
  at: number;
  /** In words; without it nothing was running. */
  why?: string;
}

/** So far ahead occurrences are departures, ms: they stand in what is pending, and each can be changed. */
export const AHEAD_MS = 30 * 86_400_000;
/** And so many at most of one series; the rest come as these leave. */
export const MOST_AHEAD = 200;
/** So many missed ones are told apart. */
export const MISSED_KEPT = 100;
