/** A plan → its moments. The one place that does, so that a moment shown is the moment kept. */
import type { Working } from '../time/dayParts';
import type { Resolved } from '../time/wallClock';
import { canonicalZone } from '../time/zones';
import type { MomentContext, PlannedMoment } from './kinds/planKind';
import { copiesOf, eventOf, followsReaders, kindOf } from './kinds/registry';
import type { Copies, Plan, Reader } from './plan';

/**
 * The moment of a plan for one reader, or for all at once.
 * @param zone the reader's, for a plan that goes by it
 * @throws LocalTimeError, UnknownZoneError
 */
export const resolvePlan = (plan: Plan, context: MomentContext, zone?: string): Resolved =>
  kindOf(plan).moment(plan, context, zone);

/** Readers a plan cannot place, since nobody knows what time it is where they are. */
export const unplaced = <R extends Reader>(plan: Plan, readers: readonly R[]): R[] =>
  followsReaders(plan) ? readers.filter((reader) => !reader.zone) : [];

/**
 * The moments of a plan, soonest first: one for all readers together, or one for each. Without readers it is one
 * moment for nobody; readers a plan cannot place are left out. Of what repeats, those of its next occurrences.
 * @throws LocalTimeError, UnknownZoneError, RuleError
 */
export function planMoments<R extends Reader>(
  plan: Plan,
  readers: readonly R[],
  context: MomentContext,
  copies: Copies,
): PlannedMoment<R>[] {
  const { repeats } = kindOf(plan);
  if (repeats) return repeats.moments(plan, readers, context, copiesOf(plan, copies));
  const byReader = followsReaders(plan);
  if (copiesOf(plan, copies) === 'together' || (readers.length === 0 && !byReader))
    return [{ ...resolvePlan(plan, context), readers }];
  // Days of work count only around an event; else those of one zone have one moment.
  const byDays = eventOf(plan) !== null;
  const known = new Map<Working | undefined, Map<string, Resolved>>();
  const resolvedFor = ({ zone: theirs, working }: R): Resolved => {
    const zone = byReader ? canonicalZone(theirs!) : '';
    const days = byDays ? working : undefined;
    const byZone = known.get(days) ?? new Map<string, Resolved>();
    known.set(days, byZone);
    let resolved = byZone.get(zone);
    if (!resolved)
      byZone.set(zone, (resolved = resolvePlan(plan, { ...context, reader: days }, zone || undefined)));
    return resolved;
  };
  return readers
    .filter((reader) => !byReader || reader.zone)
    .map((reader) => ({ ...resolvedFor(reader), readers: [reader] }))
    .sort((a, b) => a.at - b.at);
}
