/** How a message is to leave: one of the kinds of plan. */
import Joi from 'joi';
import type { PlanKindName } from '#core/plan/kinds/registry';
import { local, occurrence, zone } from './clockTime';

/** Beside its `kind`, the fields of each. */
export const PLAN_FIELDS: Record<PlanKindName, Joi.SchemaMap> = {
  now: {},
  at: { local: local.required(), zone: zone.required(), occurrence },
  'each-local': { local: local.required(), occurrence },
};

const names = Object.keys(PLAN_FIELDS) as PlanKindName[];

export const plan = Joi.alternatives()
  .conditional('.kind', {
    switch: names.map((name) => ({
      is: name,
      then: Joi.object({ kind: Joi.valid(name).required(), ...PLAN_FIELDS[name] }),
    })),
    otherwise: Joi.object({ kind: Joi.valid(...names).required() }).unknown(),
  })
  .description('How the message is to leave');
