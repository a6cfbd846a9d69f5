'use client';
/** One time in one zone, and for several readers when most of them are at work. */
import { useState } from 'react';
import type { AtPlan } from '#core/plan/kinds/at/plan';
import { isReadable } from '#core/plan/kinds/registry';
import { toInstant, toLocal } from '#core/time/wallClock';
import { MomentFields } from '../../common/MomentFields';
import { useBest, useSettings } from '../../data/queries';
import { useNow } from '../../data/useNow';
import { HeatStrip } from '../HeatStrip';
import styles from '../MomentPanel.module.css';
import type { FieldsProps } from './kindFields';

export function AtFields({ plan, onChange, near, recipients }: FieldsProps<AtPlan>) {
  const { zone } = useSettings();
  const minute = useNow(60_000);
  const [looking, setLooking] = useState(false);
  const best = useBest(recipients, minute, looking).data;
  const chosen = isReadable(plan) ? new Date(toInstant(plan.local, plan.zone).at).toISOString() : null;
  return (
    <>
      <MomentFields
        id="moment"
        value={plan}
        near={near}
        onChange={(moment) => onChange({ kind: 'at', local: moment.local, zone: moment.zone })}
      />
      {recipients.length > 1 && (
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
