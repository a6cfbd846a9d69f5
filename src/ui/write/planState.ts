/** What becomes of a plan as time goes on. */
import type { DepartureJson } from '../../api/types';
import type { Choices, Plan } from '../../core/plan/plan';
import { isLocal, toInstant } from '../../core/time/wallClock';

export const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

export const isPast = (plan: Plan, now: number) =>
  plan.kind === 'at' && isLocal(plan.local) && toInstant(plan.local, plan.zone).at <= now;

export const choicesOf = ({ copyFor, ifTheyWriteFirst, ifOff }: DepartureJson): Choices => ({
  copies: copyFor === null ? 'together' : 'individual',
  ...{ ifTheyWriteFirst, ifOff },
});
