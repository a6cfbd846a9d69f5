/** Leaves again and again, as a recurrence rule says, or on picked days. */
import type { Offset } from '#core/occasion/offset';
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
  /** It belongs to an event that recurs: what is said above is when that is, kept up by the desk. */
  around?: SeriesAround;
}

/** An event that recurs, as a series knows it: times on the clock of `zone`. */
export interface RecurringFacts extends Pick<SeriesPlan, 'start' | 'zone' | 'rrule' | 'rdate'> {
  summary: string;
  lengthMs: number;
  exdate: string[];
  moved: Record<string, string>;
}

export interface SeriesAround {
  /** Id of the event. */
  event: string;
  /** A signed length of time, `-PT40M`, or counted in parts. */
  offset: string | Offset;
  /** Counted from its start, or its end; from its start where it is not said. */
  edge?: 'start' | 'end';
  /** What the event is called. */
  summary: string;
  /** How long each time of it is, ms. */
  lengthMs: number;
  /** Times the event is not, beside those left out here. */
  exdate?: string[];
  /** Times of the event that are at another time: which, and when on its clock. */
  moved?: Record<string, string>;
  /** The event is cancelled: it stands still for that, and goes on with it. */
  stopped?: true;
}

/** In place of a zone: a copy for each reader, on their own clock. */
export const EACH = 'each';
