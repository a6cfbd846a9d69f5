/** A plan → its moments. The one place that does, so that a moment shown is the moment kept. */
import { toInstant, type Resolved } from '../time/wallClock';
import { canonicalZone } from '../time/zones';
import { copiesOf, type Copies, type Plan, type Reader } from './plan';

/** One moment, and who it is for. */
export interface PlannedMoment<R extends Reader = Reader> extends Resolved {
  readers: readonly R[];
}

export interface MomentContext {
  /** Epoch ms. */
  now: number;
  /** How long it is held where it leaves now, ms. */
  hold: { ms: number };
}

/**
 * The moment of a plan for one reader, or for all at once.
 * @param zone the reader's, for a plan that goes by it
 * @throws LocalTimeError, UnknownZoneError
 */
export function resolvePlan(plan: Plan, context: MomentContext, zone?: string): Resolved {
  if (plan.kind === 'now') return { at: context.now + context.hold.ms, resolution: 'exact' };
  const resolved = toInstant(plan.local, plan.kind === 'at' ? plan.zone : (zone ?? 'UTC'));
  return plan.occurrence === 'second' && resolved.second !== undefined
    ? { ...resolved, at: resolved.second, second: resolved.at }
    : resolved;
}

/** Readers a plan cannot place, since nobody knows what time it is where they are. */
export const unplaced = <R extends Reader>(plan: Plan, readers: readonly R[]): R[] =>
  plan.kind === 'each-local' ? readers.filter((reader) => !reader.zone) : [];

/**
 * The moments of a plan, soonest first: one for all readers together, or one for each. Without readers it is one
 * moment for nobody; readers a plan cannot place are left out.
 * @throws LocalTimeError, UnknownZoneError
 */
export function planMoments<R extends Reader>(
  plan: Plan,
  readers: readonly R[],
  context: MomentContext,
  copies: Copies,
): PlannedMoment<R>[] {
  if (copiesOf(plan, copies) === 'together' || (readers.length === 0 && plan.kind !== 'each-local'))
    return [{ ...resolvePlan(plan, context), readers }];
  const byZone = new Map<string, Resolved>();
  const resolvedFor = (reader: R): Resolved => {
    const zone = plan.kind === 'each-local' ? canonicalZone(reader.zone!) : '';
    let resolved = byZone.get(zone);
    if (!resolved) byZone.set(zone, (resolved = resolvePlan(plan, context, zone || undefined)));
    return resolved;
  };
  return readers
    .filter((reader) => plan.kind !== 'each-local' || reader.zone)
    .map((reader) => ({ ...resolvedFor(reader), readers: [reader] }))
    .sort((a, b) => a.at - b.at);
}
