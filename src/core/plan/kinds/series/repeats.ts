/** The moments of a series for its readers, and what all of it comes to. */
import { RuleError } from '#core/recurrence/rule';
import { dayKind } from '#core/time/dayParts';
import { toLocal } from '#core/time/wallClock';
import { canonicalZone } from '#core/time/zones';
import type { Copies, Reader, RepeatDay, Repeating } from '../../plan';
import type { MomentContext, PlannedMoment, SentenceContext } from '../planKind';
import { aroundMoments, isTheirOffset } from './around';
import { offsetOf } from '../before-event/offset';
import { isEach, isEndless, seriesMoments } from './moments';
import type { SeriesMoment } from './seriesMoment';
import type { SeriesPlan } from './plan';
import { seriesWords } from './words';

/** So many are shown where nothing is said. */
const USUALLY = 12;
/** Nobody counts further. */
const COUNTED = 100_000;
/** So many readers are asked whether it is a day off for them, for the whole year. */
const ASKED = 20;

function take<T>(from: Iterable<T>, most: number): T[] {
  const taken: T[] = [];
  if (most > 0)
    for (const each of from) {
      taken.push(each);
      if (taken.length >= most) break;
    }
  return taken;
}

const planned = <R extends Reader>(moment: SeriesMoment, readers: readonly R[]): PlannedMoment<R> => ({
  ...moment.resolved,
  occurrence: moment.occurrence,
  readers,
  moved: moment.local !== moment.occurrence,
});

/** Each reader has moments of their own. */
export const isByReaders = (plan: SeriesPlan): boolean =>
  isEach(plan) || (plan.around !== undefined && isTheirOffset(offsetOf(plan.around)));

/** Its moments, by its own clock or that of the event it belongs to. @param zone of the reader, or its own */
export function momentsFor(
  plan: SeriesPlan,
  readers: readonly Reader[],
  { mine, senderZone }: Pick<MomentContext, 'mine' | 'senderZone'>,
  zone: string,
  from?: number,
): Iterable<SeriesMoment> {
  if (!plan.around) return seriesMoments(plan, readers, mine, zone, from);
  const reader = isByReaders(plan) ? { zone, working: readers[0]?.working } : undefined;
  return aroundMoments(plan, { senderZone, mine, reader }, from);
}

/** From the beginning, where it is from long before. */
const finite = (from: number) => (from === -Infinity ? undefined : from);

/** On one clock: together, or one for each reader at the same moment. */
function onOneClock<R extends Reader>(
  plan: SeriesPlan,
  readers: readonly R[],
  context: MomentContext,
  copies: Copies,
): PlannedMoment<R>[] {
  const { now, most = USUALLY, from = now } = context;
  const moments = take(momentsFor(plan, readers, context, plan.zone, finite(from)), most);
  return moments.flatMap((moment) =>
    copies === 'together' || readers.length === 0
      ? planned(moment, readers)
      : readers.map((reader) => planned(moment, [reader])),
  );
}

/** On each reader’s own. */
function onTheirs<R extends Reader>(
  plan: SeriesPlan,
  readers: readonly R[],
  context: MomentContext,
): PlannedMoment<R>[] {
  const { now, most = USUALLY, from = now } = context;
  const known = new Map<string, SeriesMoment[]>();
  const momentsOf = (reader: R): SeriesMoment[] => {
    const zone = canonicalZone(reader.zone!);
    const read = () => take(momentsFor(plan, [reader], context, zone, finite(from)), most);
    if (plan.calendar === 'reader' || plan.around) return read();
    let moments = known.get(zone);
    if (!moments) known.set(zone, (moments = read()));
    return moments;
  };
  const all = readers
    .filter(({ zone }) => zone)
    .flatMap((reader) => momentsOf(reader).map((moment) => planned(moment, [reader])));
  const first = new Set([...new Set(all.map(({ occurrence }) => occurrence!))].sort().slice(0, most));
  return all.filter(({ occurrence }) => first.has(occurrence!)).sort((a, b) => a.at - b.at);
}

/** @throws RuleError, LocalTimeError, UnknownZoneError */
export const momentsOfSeries = <R extends Reader>(
  plan: SeriesPlan,
  readers: readonly R[],
  context: MomentContext,
  copies: Copies,
): PlannedMoment<R>[] =>
  isByReaders(plan) ? onTheirs(plan, readers, context) : onOneClock(plan, readers, context, copies);

/**
 * What all of it comes to, by the clock it is on, or the first of its readers’.
 * @throws RuleError where it never happens
 */
export function wholeOf(
  plan: SeriesPlan,
  readers: readonly Reader[],
  context: MomentContext & SentenceContext,
): Repeating {
  const { now, senderZone, hourCycle } = context;
  const zone = isByReaders(plan) ? (readers.find((reader) => reader.zone)?.zone ?? senderZone) : plan.zone;
  const yearAhead = toLocal(now, zone);
  const end = `${Number(yearAhead.slice(0, 4)) + 1}${yearAhead.slice(4)}`;
  const days = new Map<string, RepeatDay>();
  const asked = readers.slice(0, ASKED);
  let [left, last] = [0, null as number | null];
  const whole = {
    words: seriesWords(plan, senderZone, hourCycle),
    before: countBefore(plan, readers, context, zone, now),
    days: [] as RepeatDay[],
  };
  const endless = isEndless(plan);
  for (const { at, local } of momentsFor(plan, readers, context, zone, now)) {
    if (local <= end) {
      const date = local.slice(0, 10);
      const there = days.get(date);
      if (there) there.times++;
      else days.set(date, { date, times: 1, off: asked.some((each) => isOff(each, at)) });
    } else if (endless) break;
    [left, last] = [left + 1, at];
    if (left > COUNTED) break;
  }
  whole.days = [...days.values()];
  if (left === 0 && take(momentsFor(plan, readers, context, zone), 1).length === 0)
    throw new RuleError('This never happens: no day is one of it. Choose another rule.');
  return endless || left > COUNTED ? { ...whole, left: null, last: null } : { ...whole, left, last };
}

function countBefore(
  plan: SeriesPlan,
  readers: readonly Reader[],
  context: MomentContext,
  zone: string,
  now: number,
): number | null {
  let count = 0;
  for (const { at } of momentsFor(plan, readers, context, zone)) {
    if (at >= now) break;
    if (++count > COUNTED) return null;
  }
  return count;
}

const isOff = ({ zone, working }: Reader, at: number): boolean =>
  zone !== undefined && dayKind(toLocal(at, zone).slice(0, 10), working).kind !== 'working';
