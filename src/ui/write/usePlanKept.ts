'use client';
/** The plan and the choices of a draft are part of it: kept as they change, in every window. */
import { isReadable, leavesOnceHeld } from '#core/plan/kinds/registry';
import { useEffect, useRef } from 'react';
import type { useMoment } from '../moment/useMoment';
import type { DraftFields } from './draft/fields';
import { same } from './planState';

type Intent = Pick<DraftFields, 'plan' | 'choices'>;

/** @param wanted false of a message under way: its departure has the plan */
export function usePlanKept(
  wanted: boolean,
  { plan, choices }: DraftFields,
  change: (patch: Partial<DraftFields>) => void,
  moment: ReturnType<typeof useMoment>,
): void {
  /** As it was last put there from here. */
  const put = useRef<Intent>({ plan, choices });
  const { setPlan, setChoices } = moment;
  const chosen = leavesOnceHeld(moment.plan) ? null : moment.plan;
  const whole = chosen === null || isReadable(chosen);
  useEffect(() => {
    if (!wanted) return;
    if (!same({ plan, choices }, put.current)) {
      // Another window has chosen.
      put.current = { plan, choices };
      setPlan(plan ?? { kind: 'now' });
      setChoices(choices);
      return;
    }
    const next = { plan: chosen, choices: moment.choices };
    if (!whole || same(next, put.current)) return;
    put.current = next;
    change(next);
  }, [wanted, plan, choices, chosen, whole, moment.choices, change, setPlan, setChoices]);
}
