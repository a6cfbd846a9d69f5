/** A series that belongs to an event that recurs: so long before or after each time of it. */
import { isCounted, momentAround, type Offset } from '#core/occasion/offset';
import { seriesSeconds, type OccurrenceSeconds } from '#core/recurrence/series';
import { localOf, secondsOf } from '#core/time/dayNumber';
import type { Working } from '#core/time/dayParts';
import { toInstant, toLocal } from '#core/time/wallClock';
import { offsetOf } from '../before-event/offset';
import { SeriesMoment } from './seriesMoment';
import type { SeriesPlan } from './plan';

/** Whose clocks and days count. */
export interface AroundContext {
  /** My zone. */
  senderZone?: string;
  mine?: Working;
  /** The reader’s, for what goes by theirs. */
  reader?: { zone: string; working?: Working };
}

/** By the reader’s own clock or days of work. */
export const isTheirOffset = (offset: Offset): boolean =>
  !isCounted(offset) && (offset.clock === 'theirs' || offset.unit === 'working days');

const YEAR_MS = 366 * 86_400_000;

/**
 * Soonest first.
 * @param from those before are left out, epoch ms; undefined: from the beginning
 * @throws RuleError, LocalTimeError, UnknownZoneError, EventPlanError
 */
export function* aroundMoments(
  plan: SeriesPlan,
  { senderZone, mine, reader }: AroundContext,
  from?: number,
): Generator<SeriesMoment> {
  const around = plan.around!;
  const offset = offsetOf(around);
  const { zone } = plan;
  const out = new Set((plan.exdate ?? []).map(secondsOf));
  const momentOf = (ids: OccurrenceSeconds): SeriesMoment | undefined => {
    const start = toInstant(localOf(ids.local), zone).at;
    const at = around.edge === 'end' ? start + around.lengthMs : start;
    const found = momentAround({ local: toLocal(at, zone), zone }, offset, {
      mine: { zone: senderZone ?? zone, working: mine },
      reader,
    });
    return found && new SeriesMoment({ at: found.at, resolution: found.resolution }, ids);
  };
  const fits = (moment: SeriesMoment | undefined): moment is SeriesMoment =>
    moment !== undefined && moment.at >= (from ?? -Infinity);
  const moved = Object.entries(around.moved ?? {})
    .filter(([id]) => !out.has(secondsOf(id)))
    .map(([id, local]) => momentOf({ id: secondsOf(id), local: secondsOf(local) }))
    .filter(fits)
    .sort((a, b) => a.at - b.at);
  const apart = new Set(Object.keys(around.moved ?? {}).map(secondsOf));
  // No offset reaches further.
  const begin = from === undefined ? undefined : toLocal(from - 3 * YEAR_MS, zone);
  const series = {
    start: plan.start,
    rrule: plan.rrule,
    rdate: plan.rdate,
    exdate: [...(plan.exdate ?? []), ...(around.exdate ?? [])],
  };
  for (const ids of seriesSeconds(series, zone, begin)) {
    if (apart.has(ids.id)) continue;
    const moment = momentOf(ids);
    if (!fits(moment)) continue;
    while (moved[0] && moved[0].at <= moment.at) yield moved.shift()!;
    yield moment;
  }
  yield* moved;
}
