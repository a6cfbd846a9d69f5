'use client';
/** One time on every reader’s own clock. */
import type { EachLocalPlan } from '#core/plan/kinds/each-local/plan';
import { MomentFields } from '../../common/MomentFields';
import type { FieldsProps } from './kindFields';

export function EachLocalFields({ plan, onChange, near }: FieldsProps<EachLocalPlan>) {
  return (
    <MomentFields
      id="moment"
      value={{ local: plan.local, zone: null }}
      near={near}
      onChange={({ local }) => onChange({ kind: 'each-local', local })}
    />
  );
}
