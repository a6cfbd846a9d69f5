'use client';
/** How long is waited: so many hours, days, or working days. */
import { InputNumber, Select } from 'antd';
import type { WatchJson } from '#api/types';
import type { UsualWatch } from '#core/watch/usual';
import styles from './Watches.module.css';

const UNITS = {
  reader: 'working days of theirs',
  me: 'working days of mine',
  days: 'days',
  hours: 'hours',
} as const;
type Unit = keyof typeof UNITS;

/** As it is chosen here. */
export interface Duration {
  count: number;
  unit: Unit;
}

export function deadlineOf({ count, unit }: Duration): UsualWatch['deadline'] {
  if (unit === 'hours') return { hours: count };
  if (unit === 'days') return { days: count };
  return { workingDays: count, of: unit };
}

/** A deadline as it is chosen here; undefined of a date, which is chosen elsewhere. @param watch undefined: the usual one */
export function durationOf(watch: WatchJson | undefined): Duration | undefined {
  const deadline = watch?.deadline;
  if (!deadline) return { count: 2, unit: 'reader' };
  if ('hours' in deadline) return { count: deadline.hours, unit: 'hours' };
  if ('days' in deadline) return { count: deadline.days, unit: 'days' };
  return 'workingDays' in deadline ? { count: deadline.workingDays, unit: deadline.of } : undefined;
}

export const durationWords = ({ count, unit }: Duration): string =>
  `${count} ${unit === 'hours' ? 'h' : UNITS[unit]}`;

interface Props {
  /** Of the field of the number: its label stands elsewhere. */
  id: string;
  value: Duration;
  onChange: (value: Duration) => void;
}

export function DurationFields({ id, value, onChange }: Props) {
  return (
    <span className={styles.long}>
      <InputNumber
        id={id}
        size="small"
        min={1}
        max={500}
        precision={0}
        value={value.count}
        onChange={(count) => onChange({ ...value, count: count ?? 1 })}
      />
      <Select
        size="small"
        aria-label="Hours or days"
        value={value.unit}
        onChange={(unit) => onChange({ ...value, unit })}
        options={Object.entries(UNITS).map(([unit, label]) => ({ value: unit as Unit, label }))}
      />
    </span>
  );
}
