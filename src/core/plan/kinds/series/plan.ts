/** Leaves again and again, as a recurrence rule says, or on picked days. */
import type { DayShift } from '#core/recurrence/series';

export interface SeriesPlan {
  kind: 'series';
  /** The first moment there may be, and the time of day: `2026-12-03T09:10`, seconds allowed. */
  start: string;
  /** IANA name of the clock it is on, or each reader’s own. */
  zone: string;
  /** RFC 5545 §3.3.10, without `RRULE:`. */
  rrule?: string;
  /** Also then, and not then, on the same clock. */
  rdate?: string[];
  exdate?: string[];
  /** What happens on days off; nothing where it is not said. */
  shift?: DayShift;
  /** Whose days off; mine where it is not said. */
  calendar?: 'sender' | 'reader';
}

/** In place of a zone: a copy for each reader, on their own clock. */
export const EACH = 'each';
