'use client';
/** What is chosen beside the moment: copies, if they write first, if this machine was off. */
import { Select } from 'antd';
import { followsReaders, leavesOnceHeld } from '#core/plan/kinds/registry';
import type { Choices, Lateness, Plan } from '#core/plan/plan';
import styles from './MomentPanel.module.css';

interface Props {
  plan: Plan;
  choices: Choices;
  onChange: (choices: Choices) => void;
  readers: number;
  /** Copies are made once, when it is scheduled. */
  pending: boolean;
}

const LATE: [key: string, label: string, lateness: Lateness][] = [
  ['their-day', 'release until their day ends', { kind: 'their-day' }],
  ['30', 'at most 30 min late', { kind: 'at-most', minutes: 30 }],
  ['120', 'at most 2 h late', { kind: 'at-most', minutes: 120 }],
  ['1440', 'at most a day late', { kind: 'at-most', minutes: 1440 }],
  ['ask', 'stop and ask me', { kind: 'ask' }],
];

const lateKey = (lateness: Lateness) =>
  lateness.kind === 'at-most' ? String(lateness.minutes) : lateness.kind;

export function ChoiceFields({ plan, choices, onChange, readers, pending }: Props) {
  const each = followsReaders(plan);
  const own = LATE.some(([key]) => key === lateKey(choices.ifOff));
  const late = own
    ? LATE
    : [
        ...LATE,
        [lateKey(choices.ifOff), `at most ${lateKey(choices.ifOff)} min late`, choices.ifOff] as const,
      ];
  return (
    <div className={styles.choices}>
      {(readers > 1 || choices.copies === 'individual') && (
        <>
          <label htmlFor="choice-copies">Copies</label>
          <Select
            id="choice-copies"
            size="small"
            aria-label="Copies"
            disabled={each || pending}
            value={each ? 'individual' : choices.copies}
            onChange={(copies) => onChange({ ...choices, copies })}
            options={[
              { value: 'together', label: 'one for all, in view of one another' },
              { value: 'individual', label: 'one each, others hidden' },
            ]}
          />
        </>
      )}
      <label htmlFor="choice-first">If they write first</label>
      <Select
        id="choice-first"
        size="small"
        aria-label="If they write first"
        value={choices.ifTheyWriteFirst}
        onChange={(ifTheyWriteFirst) => onChange({ ...choices, ifTheyWriteFirst })}
        options={[
          { value: 'thread', label: 'in this thread: stop and show me' },
          { value: 'any', label: 'about anything: stop and show me' },
          { value: 'off', label: 'send it all the same' },
        ]}
      />
      {!leavesOnceHeld(plan) && (
        <>
          <label htmlFor="choice-off">If this machine was off</label>
          <Select
            id="choice-off"
            size="small"
            aria-label="If this machine was off"
            value={lateKey(choices.ifOff)}
            onChange={(chosen) => {
              const found = late.find(([key]) => key === chosen);
              if (found) onChange({ ...choices, ifOff: found[2] });
            }}
            options={late.map(([value, label]) => ({ value, label }))}
          />
        </>
      )}
    </div>
  );
}
