/** Leaves before, at or after an event of the calendar, and moves with it. */
import type { Offset } from '#core/occasion/offset';

/** An event as a plan knows it; the desk keeps that as it is in the calendar. */
export interface EventFacts {
  summary: string;
  /** On the clock of `zone`, the end not part of it: `2026-12-01T09:00`. */
  start: string;
  end: string;
  /** IANA name. */
  zone: string;
}

export interface BeforeEventPlan {
  kind: 'before-event';
  /** Its id. */
  event: string;
  /** Which time of one that recurs (RECURRENCE-ID, RFC 5545 §3.8.4.4): `2026-12-03T09:10:00`; the next one where it is not said. */
  occurrence?: string;
  /** A signed length of time, `-PT40M`, or counted in parts. */
  offset: string | Offset;
  /** Counted from its start, or its end; from its start where it is not said. */
  edge?: 'start' | 'end';
  /** What becomes of it where the event is cancelled: it stops and asks, as usual, or it is dropped. */
  ifCancelled?: 'ask' | 'drop';
  /** What is to leave before it may leave late all the same, once it has begun. */
  evenAfter?: true;
  /** Missing until the event has been looked up. */
  about?: EventFacts;
}
