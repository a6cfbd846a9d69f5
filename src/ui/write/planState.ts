/** What becomes of a plan as time goes on. */
import type { DepartureJson } from '#api/types';
import { isReadable, isRepeating, wallOf } from '#core/plan/kinds/registry';
import type { Choices, Plan } from '#core/plan/plan';
import { toInstant } from '#core/time/wallClock';

export const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** Whether a time is named on one clock, and is past; false of one that each reader has their own of. */
export function isPast(plan: Plan, now: number): boolean {
  // What repeats goes on from its start.
  if (isRepeating(plan)) return false;
  const wall = wallOf(plan);
  return (
    wall !== null && wall.zone !== null && isReadable(plan) && toInstant(wall.local, wall.zone).at <= now
  );
}

export const choicesOf = ({ copyFor, ifTheyWriteFirst, ifOff }: DepartureJson): Choices => ({
  copies: copyFor === null ? 'together' : 'individual',
  ifTheyWriteFirst,
  ifOff,
});
