/** How a message is to leave: one of the kinds of plan. */
import type Joi from 'joi';
import type { PlanKindName } from '#core/plan/kinds/registry';
import { byKind } from '../byKind';
import { local, occurrence, zone } from './clockTime';

/** Beside its `kind`, the fields of each. */
export const PLAN_FIELDS: Record<PlanKindName, Joi.SchemaMap> = {
  now: {},
  at: { local: local.required(), zone: zone.required(), occurrence },
  'each-local': { local: local.required(), occurrence },
};

export const plan = byKind(PLAN_FIELDS).description('How the message is to leave');
