'use client';
/** The kinds of plan with their fields, for exact control. */
import { Segmented } from 'antd';
import type { AtPlan } from '#core/plan/kinds/at/plan';
import {
  followsReaders,
  isRepeating,
  PLAN_KINDS,
  waitsForFile,
  wallOf,
  type PlanKindName,
} from '#core/plan/kinds/registry';
import type { Plan } from '#core/plan/plan';
import type { NearZone } from '../write/ZonePicker';
import { fieldsOf } from './kinds/registry';
import styles from './MomentPanel.module.css';

interface Props {
  plan: Plan;
  onChange: (plan: Plan) => void;
  /** The plan proposed when a time is to be chosen. */
  proposal: AtPlan;
  near: NearZone[];
  recipients: string[];
  /** How many departures it makes; a pending message keeps its copies. */
  eachAllowed: boolean;
  /** What is on its way already leaves once. */
  repeatAllowed: boolean;
}

const NAMES = Object.keys(PLAN_KINDS) as PlanKindName[];
const capital = (words: string) => words[0]!.toUpperCase() + words.slice(1);

export function PlanFields({ plan, onChange, proposal, near, recipients, ...props }: Props) {
  const { Fields } = fieldsOf(plan.kind);
  const local = wallOf(plan)?.local ?? null;
  const allowed = (kind: Plan) =>
    (props.eachAllowed || !followsReaders(kind)) &&
    (props.repeatAllowed || !(isRepeating(kind) || waitsForFile(kind)));
  return (
    <>
      <Segmented
        aria-label="Plan"
        className={styles.kinds}
        value={plan.kind}
        onChange={(kind) => onChange(fieldsOf(kind).begin(local, proposal))}
        options={NAMES.map((name) => ({
          value: name,
          label: capital(PLAN_KINDS[name].words.name),
          disabled: !allowed(fieldsOf(name).begin(local, proposal)),
        }))}
      />
      {Fields && <Fields plan={plan} onChange={onChange} near={near} recipients={recipients} />}
    </>
  );
}
