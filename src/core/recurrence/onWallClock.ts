/** Recurrence rules (RFC 5545 §3.3.10), from whomever, expanded with a bound: a rule that never happens ends, too. */
import { RRuleTemporal } from 'rrule-temporal';
import { Temporal } from 'temporal-polyfill';

/** Days looked at for one answer; a rule may skip years. */
const MOST_STEPS = 20_000;

/**
 * A rule counted on a wall clock: as if that were UTC, so that its changes of offset play no part.
 * @param rrule without `RRULE:`; @param start `2026-12-07T09:00`
 * @throws Error where it cannot be read; so do its methods where they come to no end
 */
export function onWallClock(rrule: string, start: string): RRuleTemporal {
  const begin = start.slice(0, 16).replace(/[-:]/g, '');
  return new RRuleTemporal({
    rruleString: `DTSTART;TZID=UTC:${begin}00\nRRULE:${rrule}`,
    temporal: Temporal,
    maxIterations: MOST_STEPS,
  });
}
