/** A series ended before one of its occurrences, and what follows. */
import type { SeriesPlan } from '../plan/kinds/series/plan';
import { seriesOccurrences, occurrenceId } from '../recurrence/series';

const withoutEnd = (rrule: string) =>
  rrule
    .split(';')
    .filter((part) => !/^(COUNT|UNTIL)=/i.test(part))
    .join(';');

const given = (plan: SeriesPlan, days: Pick<SeriesPlan, 'rdate' | 'exdate'>): SeriesPlan => {
  const { rdate: _rdate, exdate: _exdate, ...rest } = plan;
  return {
    ...rest,
    ...(days.rdate?.length && { rdate: days.rdate }),
    ...(days.exdate?.length && { exdate: days.exdate }),
  };
};

/** `20261203T091000` */
const compact = (local: string) => local.replace(/[-:]/g, '');

/**
 * @param from the first occurrence that follows, `2026-12-03T09:10:00`, by the time it would have
 * @returns what ends before it, null where nothing does, and what goes on from there; both on the same clock
 */
export function endBefore(plan: SeriesPlan, from: string): [before: SeriesPlan | null, after: SeriesPlan] {
  const zone = plan.zone === 'each' ? 'UTC' : plan.zone;
  const side = (days: readonly string[] | undefined, after: boolean) =>
    (days ?? []).filter((day) => occurrenceId(day) >= from === after);
  const { rrule } = plan;
  const start = from.endsWith(':00') ? from.slice(0, 16) : from;
  // Those left out count as well, as they do in the rule (RFC 5545 §3.8.5.1).
  const { exdate: _exdate, shift: _shift, rdate: _rdate, ...rule } = plan;
  let before = 0;
  for (const { id } of seriesOccurrences(rule, zone)) {
    if (id >= from) break;
    before++;
  }
  const count = rrule && /COUNT=(\d+)/i.exec(rrule)?.[1];
  const after = given(plan, { rdate: side(plan.rdate, true), exdate: side(plan.exdate, true) });
  after.start = start;
  if (rrule && count) after.rrule = `${withoutEnd(rrule)};COUNT=${Math.max(1, Number(count) - before)}`;
  if (before === 0 && side(plan.rdate, false).length === 0) return [null, after];
  const ended = given(plan, { rdate: side(plan.rdate, false), exdate: side(plan.exdate, false) });
  const last = new Date(Date.parse(`${from}Z`) - 1000).toISOString().slice(0, 19);
  if (rrule) ended.rrule = `${withoutEnd(rrule)};UNTIL=${compact(last)}`;
  return [ended, after];
}
