/** The moments of a series: each of its occurrences on the clock that is meant. */
import { seriesSeconds } from '#core/recurrence/series';
import { defaultWorking, dayKind, type Working } from '#core/time/dayParts';
import { localOf } from '#core/time/dayNumber';
import { onlyInstant, toInstant, toLocal, type Resolved } from '#core/time/wallClock';
import { canonicalZone } from '#core/time/zones';
import type { Reader } from '../../plan';
import { EACH, type SeriesPlan } from './plan';
import { SeriesMoment } from './seriesMoment';

/** Works on a day if all of them do; who is not known works office hours. */
const worksThen = (who: readonly (Working | undefined)[]) => (date: string) =>
  who.every((each) => dayKind(date, each ?? defaultWorking).kind === 'working');

export const isEach = ({ zone }: SeriesPlan): boolean => zone === EACH;

/** It has no last one. */
export const isEndless = ({ rrule = '' }: SeriesPlan): boolean =>
  rrule !== '' && !/(COUNT|UNTIL)=/i.test(rrule);

/** Whose days off are meant. @param readers those it is for on one clock; @param mine my calendar */
const calendarOf = (plan: SeriesPlan, readers: readonly Reader[], mine: Working | undefined) =>
  worksThen(plan.calendar === 'reader' ? readers.map(({ working }) => working) : [mine]);

/**
 * The moments on one clock, soonest first.
 * @param zone the reader’s, for a series that goes by each reader’s clock
 * @param from those before are left out, epoch ms; undefined: from the beginning
 * @throws RuleError, LocalTimeError, UnknownZoneError
 */
export function* seriesMoments(
  plan: SeriesPlan,
  readers: readonly Reader[],
  mine: Working | undefined,
  zone: string = plan.zone,
  from?: number,
): Generator<SeriesMoment> {
  const own = canonicalZone(zone);
  const begin = from === undefined ? undefined : toLocal(from, own);
  let last = -Infinity;
  for (const each of seriesSeconds(plan, own, begin, calendarOf(plan, readers, mine))) {
    const only = onlyInstant(each.local * 1000, own);
    const resolved: Resolved =
      only === undefined ? toInstant(localOf(each.local), own) : { at: only, resolution: 'exact' };
    // Of the times a clock skips, two may be one instant.
    if (resolved.at <= last || resolved.at < (from ?? -Infinity)) continue;
    last = resolved.at;
    yield new SeriesMoment(resolved, each);
  }
}
