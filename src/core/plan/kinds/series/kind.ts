/** A plan that leaves again and again, as a recurrence rule says, or on picked days. */
import { RuleError } from '#core/recurrence/rule';
import { checkSeries, occurrenceId } from '#core/recurrence/series';
import { canonicalZone } from '#core/time/zones';
import { APART } from '../close';
import { leavesAt, shiftLocal, shorten } from '../onClocks';
import type { PlanKind } from '../planKind';
import { betterSeries } from './fixes';
import { isEach } from './moments';
import { isByReaders, momentsFor, momentsOfSeries, wholeOf } from './repeats';
import { seriesWords } from './words';
import type { SeriesAround, SeriesPlan } from './plan';
import { offsetOf } from '../before-event/offset';

function keptAround({
  event,
  offset,
  edge,
  summary,
  lengthMs,
  exdate,
  moved,
  stopped,
}: SeriesAround): SeriesAround {
  return {
    event,
    offset: typeof offset === 'string' ? offset : offsetOf({ offset }),
    ...(edge === 'end' && { edge }),
    summary,
    lengthMs,
    ...(exdate?.length && { exdate }),
    ...(moved && Object.keys(moved).length > 0 && { moved }),
    ...(stopped && { stopped }),
  };
}

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
  // Around an event its days are those of that.
  if (plan.around) Object.assign(own, { around: keptAround(plan.around) });
  else if (shift !== 'none') Object.assign(own, { shift, calendar });
  checkSeries(own, isEach(own) ? 'UTC' : own.zone);
  return own;
}

export const seriesKind: PlanKind<SeriesPlan> = {
  follows: (plan) => (isByReaders(plan) ? 'readers' : 'clock'),
  wall: (plan) => ({ local: plan.start, zone: isEach(plan) ? null : plan.zone }),
  kept,
  moment(plan, context, zone) {
    const { now, from = now } = context;
    const on = isByReaders(plan) ? (zone ?? 'UTC') : plan.zone;
    for (const moment of momentsFor(plan, [], context, on, from)) return moment.resolved;
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
  event: {
    of: ({ around }) => (around ? { id: around.event, occurrence: null } : null),
    known: (plan) => plan,
    knownWhole(plan, { start, zone, rrule, rdate, summary, lengthMs, exdate, moved }) {
      const { exdate: own, around } = plan;
      return {
        kind: 'series',
        start,
        zone,
        ...(rrule && { rrule }),
        ...(rdate?.length && { rdate }),
        ...(own && { exdate: own }),
        around: { ...around!, summary, lengthMs, exdate, moved },
      };
    },
    rebound: (plan, event) => ({ ...plan, around: { ...plan.around!, event } }),
    notAfter: () => null,
    ifCancelled: () => 'ask',
    summary: ({ around }) => around?.summary ?? '',
  },
};
