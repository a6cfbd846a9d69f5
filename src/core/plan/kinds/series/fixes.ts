/** Ways out for a series that are the same for all of it. */
import { toInstant, toLocal } from '#core/time/wallClock';
import { timeWords } from '#core/time/words';
import type { Fix, Landing } from '../../plan';
import type { WarningContext } from '../planKind';
import { isEach } from './moments';
import type { SeriesPlan } from './plan';

/**
 * Off the days nobody works there, or to another time of day where it lands in the night; none where the rule itself says
 * its times.
 */
export function betterSeries(
  plan: SeriesPlan,
  start: string,
  { dayPart, zone, place }: Landing,
  { hourCycle }: WarningContext,
): Fix | undefined {
  if (dayPart !== 'night') {
    if (plan.shift && plan.calendar === 'reader') return undefined;
    return {
      label: 'Moved to their next working day, whenever it is so',
      plan: { ...plan, shift: 'next-working-day', calendar: 'reader' },
    };
  }
  if (/BY(HOUR|MINUTE|SECOND)=/.test(plan.rrule ?? '')) return undefined;
  const there = isEach(plan) ? start : toLocal(toInstant(start, zone!).at, plan.zone);
  return {
    label: `Each at ${timeWords(start, hourCycle)} in ${place}`,
    plan: { ...plan, start: plan.start.slice(0, 10) + there.slice(10, 16) },
  };
}
