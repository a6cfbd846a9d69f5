/** An event that recurs, ended before one of its times, and what follows. */
import { endBefore } from '../series/split';
import { takesWholeDays, type EventWhen } from './event';
import { clockOf, movedTo } from './occurrences';

/**
 * @param occurrence the first that follows, `2026-12-03T09:10:00`
 * @param mine my zone
 * @returns undefined where nothing is before it
 */
export function splitAt(
  when: EventWhen,
  occurrence: string,
  mine: string,
): { before: EventWhen; after: EventWhen } | undefined {
  const whole = takesWholeDays(when);
  const out = (time: string) => (whole ? `${time}T00:00` : time);
  const back = (time: string) => (whole ? time.slice(0, 10) : time);
  const { start, rrule, rdate, exdate } = when;
  const [before, after] = endBefore(
    {
      kind: 'series',
      start: out(start),
      zone: clockOf(when, mine),
      ...(rrule !== null && { rrule }),
      rdate: rdate.map(out),
      exdate: exdate.map(out),
    },
    occurrence,
  );
  if (!before) return undefined;
  const side = (plan: typeof after): EventWhen => ({
    ...movedTo(when, back(plan.start), mine),
    rrule: plan.rrule ?? null,
    rdate: (plan.rdate ?? []).map(back),
    exdate: (plan.exdate ?? []).map(back),
  });
  return { before: side(before), after: side(after) };
}
