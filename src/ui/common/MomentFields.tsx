'use client';
/** Date, exact minute and zone of a moment. */
import { ZonePicker, type NearZone } from '../write/ZonePicker';
import { DayField } from './DayField';
import styles from './MomentFields.module.css';
import { TimeField } from './TimeField';

export interface LocalMoment {
  /** `2026-12-01T08:30`; where a part of it cannot be read, that part is what was typed. */
  local: string;
  zone: string;
}

interface Props<Zone extends string | null> {
  /** Begins the ids of the fields. */
  id: string;
  /** The zone is null for a time that counts on every reader's clock. */
  value: { local: string; zone: Zone };
  onChange: (value: { local: string; zone: Zone }) => void;
  near: NearZone[];
}

/** Date and time apart; neither contains the T that parts them, whatever was typed. */
function split(local: string): [date: string, time: string] {
  const at = local.lastIndexOf('T');
  return [local.slice(0, at), local.slice(at + 1, at + 1 + 40)];
}

export function MomentFields<Zone extends string | null>({ id, value, onChange, near }: Props<Zone>) {
  const [date, time] = split(value.local);
  const put = (nextDate: string, nextTime: string) =>
    onChange({ ...value, local: `${nextDate.replaceAll('T', 't')}T${nextTime.replaceAll('T', 't')}` });
  return (
    <div className={styles.fields}>
      <DayField id={`${id}-date`} label="Date" value={date} onChange={(next) => put(next, time)} />
      <TimeField id={`${id}-time`} label="Time" value={time} onChange={(next) => put(date, next)} />
      {value.zone !== null && (
        <div className={`${styles.field} ${styles.zone}`}>
          <label htmlFor={`${id}-zone`}>Time zone</label>
          <ZonePicker
            id={`${id}-zone`}
            label="Time zone"
            value={value.zone}
            near={near}
            onChange={(next) => onChange({ ...value, zone: next as Zone })}
          />
        </div>
      )}
    </div>
  );
}
