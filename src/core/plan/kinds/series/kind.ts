/** A plan that leaves again and again, as a recurrence rule says, or on picked days. */
import { RuleError } from '#core/recurrence/rule';
import { checkSeries, occurrenceId } from '#core/recurrence/series';
import { canonicalZone } from '#core/time/zones';
import { APART } from '../close';
import { leavesAt, shiftLocal, shorten } from '../onClocks';
import type { PlanKind } from '../planKind';
import { betterSeries } from './fixes';
import { isEach, seriesMoments } from './moments';
import { momentsOfSeries, wholeOf } from './repeats';
import { seriesWords } from './words';
import type { SeriesPlan } from './plan';

/** Written in one way: days in order, each once, and nothing that says what is so anyway. */
function kept(plan: SeriesPlan): SeriesPlan {
  const { start, rrule, rdate = [], exdate = [], shift = 'none', calendar = 'sender' } = plan;
  const zone = isEach(plan) ? plan.zone : canonicalZone(plan.zone);
  const days = (list: readonly string[]) =>
    [...new Set(list.map((day) => shorten(occurrenceId(day))))].sort();
  const own: SeriesPlan = { kind: 'series', start, zone };
  if (rrule)
    own.rrule = rrule
      .trim()
      .replace(/^RRULE:/i, '')
      .toUpperCase();
  if (rdate.length > 0) own.rdate = days(rdate);
  if (exdate.length > 0) own.exdate = days(exdate);
  if (shift !== 'none') Object.assign(own, { shift, calendar });
  checkSeries(own, isEach(own) ? 'UTC' : own.zone);
  return own;
}

export const seriesKind: PlanKind<SeriesPlan> = {
  follows: (plan) => (isEach(plan) ? 'readers' : 'clock'),
  wall: (plan) => ({ local: plan.start, zone: isEach(plan) ? null : plan.zone }),
  kept,
  moment(plan, { now, mine, from = now }, zone) {
    const on = isEach(plan) ? (zone ?? 'UTC') : plan.zone;
    for (const moment of seriesMoments(plan, [], mine, on, from)) return moment.resolved;
    throw new RuleError('None of its occurrences is still to come.');
  },
  words: {
    name: 'again and again',
    brief: (plan, { senderZone, hourCycle }) => seriesWords(plan, senderZone, hourCycle),
    exact: (plan) =>
      [
        plan.start.replace('T', ' '),
        plan.zone,
        plan.rrule,
        plan.rdate,
        plan.exdate,
        plan.shift,
        plan.calendar,
      ]
        .filter(Boolean)
        .join(' '),
    sentence: (plan, said, context) =>
      `Repeats ${seriesWords(plan, context.senderZone, context.hourCycle)}. Next: ${leavesAt(said, context).replace(/^L/, 'l')}`,
    eachLands: (plan, { hourCycle, senderZone }) =>
      `; it repeats ${seriesWords(plan, senderZone, hourCycle)}`,
  },
  shift: (plan, shift) => ({ ...plan, start: shiftLocal(plan.start, shift) }),
  clocks: null,
  fixes: {
    better: betterSeries,
    apart: (plan) => ({
      label: `Each ${APART / 60_000} min later`,
      plan: { ...plan, start: shiftLocal(plan.start, { days: 0, minutes: APART / 60_000 }) },
    }),
  },
  repeats: { moments: momentsOfSeries, whole: wholeOf },
};
