'use client';
/** A month to pick a day from. */
import { LeftOutlined, RightOutlined } from '@ant-design/icons';
import { Button, Calendar } from 'antd';
import dayjs from 'dayjs';
import 'dayjs/locale/en-gb';
import styles from './MomentFields.module.css';

interface Props {
  /** `2026-12-01`; undefined: none yet. */
  date: string | undefined;
  /** @param chosen false where only the month was changed */
  pick: (date: string, chosen: boolean) => void;
}

export default function DayCalendar({ date, pick }: Props) {
  return (
    <Calendar
      fullscreen={false}
      headerRender={({ value, onChange }) => (
        <div className={styles.month}>
          <Button
            size="small"
            type="text"
            aria-label="Month before"
            icon={<LeftOutlined aria-hidden />}
            onClick={() => onChange(value.subtract(1, 'month'))}
          />
          <span aria-live="polite">{value.format('MMMM YYYY')}</span>
          <Button
            size="small"
            type="text"
            aria-label="Month after"
            icon={<RightOutlined aria-hidden />}
            onClick={() => onChange(value.add(1, 'month'))}
          />
        </div>
      )}
      defaultValue={date === undefined ? undefined : dayjs(date)}
      onSelect={(day, { source }) => pick(day.format('YYYY-MM-DD'), source === 'date')}
    />
  );
}
