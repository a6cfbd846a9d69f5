/** What a plan cannot be, as a problem with the field it is about. */
import { EventPlanError } from '#core/plan/kinds/before-event/offset';
import { RuleError } from '#core/recurrence/rule';
import { LocalTimeError } from '#core/time/wallClock';
import { UnknownZoneError } from '#core/time/zones';
import { Invalid } from './errors';

/** @throws Invalid */
export function inWords<T>(work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (error instanceof LocalTimeError) throw new Invalid(error.message, 'plan.local');
    if (error instanceof UnknownZoneError) throw new Invalid(error.message, 'plan.zone');
    if (error instanceof RuleError) throw new Invalid(error.message, 'plan.rrule');
    if (error instanceof EventPlanError) throw new Invalid(error.message, 'plan');
    throw error;
  }
}
