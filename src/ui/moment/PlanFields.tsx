'use client';
/** The kinds of plan with their fields, for exact control. */
import { Segmented } from 'antd';
import { useState } from 'react';
import type { AtPlan, Plan } from '../../core/plan/plan';
import { isLocal, toInstant, toLocal } from '../../core/time/wallClock';
import { MomentFields } from '../common/MomentFields';
import { useBest, useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import type { NearZone } from '../write/ZonePicker';
import { HeatStrip } from './HeatStrip';
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
}

export function PlanFields({ plan, onChange, proposal, near, recipients, eachAllowed }: Props) {
  const { zone } = useSettings();
  const minute = useNow(60_000);
  const [looking, setLooking] = useState(false);
  const best = useBest(recipients, minute, looking && plan.kind === 'at').data;
  const readable = plan.kind === 'at' && isLocal(plan.local);
  const chosen = readable ? new Date(toInstant(plan.local, plan.zone).at).toISOString() : null;
  return (
    <>
      <Segmented
        aria-label="Plan"
        value={plan.kind}
        onChange={(kind) => {
          if (kind === 'now') onChange({ kind: 'now' });
          else if (kind === 'each-local')
            onChange({ kind: 'each-local', local: plan.kind === 'at' ? plan.local : proposal.local });
          else onChange(plan.kind === 'each-local' ? { ...proposal, local: plan.local } : proposal);
        }}
        options={[
          { value: 'now', label: 'Now' },
          { value: 'at', label: 'At a time' },
          { value: 'each-local', label: 'Each local', disabled: !eachAllowed },
        ]}
      />
      {plan.kind === 'at' && (
        <MomentFields
          id="moment"
          value={plan}
          near={near}
          onChange={(moment) => onChange({ kind: 'at', local: moment.local, zone: moment.zone })}
        />
      )}
      {plan.kind === 'each-local' && (
        <MomentFields
          id="moment"
          value={{ local: plan.local, zone: null }}
          near={near}
          onChange={({ local }) => onChange({ kind: 'each-local', local })}
        />
      )}
      {plan.kind === 'at' && recipients.length > 1 && (
        <details className={styles.most} onToggle={({ currentTarget }) => setLooking(currentTarget.open)}>
          <summary>When most of them are at work</summary>
          {best && (
            <HeatStrip
              key={recipients.join()}
              best={best}
              chosen={chosen}
              onPick={(at) =>
                onChange({ kind: 'at', local: toLocal(Date.parse(at), zone).slice(0, 16), zone })
              }
            />
          )}
        </details>
      )}
    </>
  );
}
