/** How a message is to leave: one of the kinds of plan. */
import Joi from 'joi';
import type { PlanKindName } from '#core/plan/kinds/registry';
import { byKind } from '../byKind';
import { DAY_SHIFTS } from '#core/recurrence/series';
import { readRule, type RuleError } from '#core/recurrence/rule';
import { looked } from '../looked';
import { local, occurrence, zone, zoneOrEach } from './clockTime';

export const rrule = looked(Joi.string().max(2000), (value) => {
  try {
    readRule(value);
    return undefined;
  } catch (error) {
    return (error as RuleError).message;
  }
})
  .description('RFC 5545 §3.3.10; without one it happens at its start and on the picked days alone')
  .example('FREQ=WEEKLY;BYDAY=TH');
const days = Joi.array().items(local).max(2000);

/** Beside its `kind`, the fields of each. */
export const PLAN_FIELDS: Record<PlanKindName, Joi.SchemaMap> = {
  now: {},
  at: { local: local.required(), zone: zone.required(), occurrence },
  'each-local': { local: local.required(), occurrence },
  series: {
    start: local.required(),
    zone: zoneOrEach.required(),
    rrule: rrule.optional(),
    rdate: days.optional().description('Also then'),
    exdate: days.optional().description('Not then'),
    shift: Joi.valid(...DAY_SHIFTS)
      .optional()
      .description('What happens to an occurrence on a day off'),
    calendar: Joi.valid('sender', 'reader').optional().description('Whose days off; mine if not said'),
  },
};

/** One that repeats. */
export const seriesPlan = Joi.object({ kind: Joi.valid('series').required(), ...PLAN_FIELDS.series });

export const plan = byKind(PLAN_FIELDS).description('How the message is to leave');
