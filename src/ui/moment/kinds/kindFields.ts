/** What the interface has of a kind of plan. */
import type { ComponentType } from 'react';
import type { AtPlan } from '#core/plan/kinds/at/plan';
import type { Plan } from '#core/plan/plan';
import type { NearZone } from '../../write/ZonePicker';

export interface FieldsProps<P> {
  plan: P;
  onChange: (plan: Plan) => void;
  near: NearZone[];
  recipients: string[];
}

export interface KindFields<P> {
  /** Its fields; null where there is nothing to fill in. */
  Fields: ComponentType<FieldsProps<P>> | null;
  /** The plan that choosing this kind begins with. @param local `2026-12-01T08:30`, of the plan before; null: it had none */
  begin: (local: string | null, proposal: AtPlan) => P;
}
