'use client';
/** Date, exact minute and zone of a moment. */
import { DatePicker, TimePicker } from 'antd';
import dayjs from 'dayjs';
import customParseFormat from 'dayjs/plugin/customParseFormat';
import { useSettings } from '../data/queries';
import { ZonePicker, type NearZone } from '../write/ZonePicker';
import styles from './MomentFields.module.css';

dayjs.extend(customParseFormat);

export interface LocalMoment {
  /** `2026-12-01T08:30` */
  local: string;
  zone: string;
}

interface Props {
  /** Begins the ids of the fields. */
  id: string;
  value: LocalMoment;
  onChange: (value: LocalMoment) => void;
  near: NearZone[];
}

// What is shown comes first; the others are taken when typed.
const DATES = ['ddd D MMM YYYY', 'YYYY-MM-DD', 'D MMM YYYY', 'D.M.YYYY', 'D/M/YYYY'];
const TIMES = { 24: ['HH:mm', 'H:mm', 'HHmm', 'H.mm'], 12: ['h:mm a', 'h:mma', 'HH:mm', 'H:mm'] };

export function MomentFields({ id, value, onChange, near }: Props) {
  const { hourCycle } = useSettings();
  const moment = dayjs(value.local);
  return (
    <div className={styles.fields}>
      <label htmlFor={`${id}-date`}>
        Date
        <DatePicker
          id={`${id}-date`}
          value={moment}
          format={DATES}
          allowClear={false}
          needConfirm={false}
          onChange={(date) =>
            date && onChange({ ...value, local: `${date.format('YYYY-MM-DD')}T${moment.format('HH:mm')}` })
          }
        />
      </label>
      <label htmlFor={`${id}-time`}>
        Time
        <TimePicker
          id={`${id}-time`}
          value={moment}
          format={TIMES[hourCycle]}
          use12Hours={hourCycle === 12}
          allowClear={false}
          needConfirm={false}
          changeOnScroll
          onChange={(time) =>
            time && onChange({ ...value, local: `${moment.format('YYYY-MM-DD')}T${time.format('HH:mm')}` })
          }
        />
      </label>
      <label htmlFor={`${id}-zone`} className={styles.zone}>
        Time zone
        <ZonePicker
          id={`${id}-zone`}
          label="Time zone"
          value={value.zone}
          near={near}
          onChange={(zone) => onChange({ ...value, zone })}
        />
      </label>
    </div>
  );
}
