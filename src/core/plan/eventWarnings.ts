/** What to know of a plan that belongs to an event, before committing to it. */
import { durationWords } from '../time/words';
import type { PlannedMoment, WarningContext } from './kinds/planKind';
import { eventOf, isRepeating, kindOf } from './kinds/registry';
import type { Plan, PlanWarning } from './plan';

/** It is past, or would leave after what it is to leave before has begun; nothing of a plan without an event. */
export function eventWarnings(
  plan: Plan,
  planned: readonly PlannedMoment[],
  { now }: WarningContext,
): PlanWarning[] {
  const { event } = kindOf(plan);
  if (!event || !eventOf(plan) || isRepeating(plan)) return [];
  const end = event.notAfter(plan);
  const warnings: PlanWarning[] = [];
  const past = planned.find(({ at }) => at < now);
  if (past) {
    const text = `This moment is past, by ${durationWords(now - past.at)}. Choose a later one.`;
    warnings.push({ code: 'past', text, fixes: [] });
  }
  if (end !== null && planned.some(({ at }) => at > end)) {
    const text = `“${event.summary(plan)}” has begun by then: it would stop, and ask.`;
    warnings.push({ code: 'event', text, fixes: [] });
  }
  return warnings;
}
