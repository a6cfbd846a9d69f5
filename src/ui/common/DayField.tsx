'use client';
/** A day, typed in words or picked from a calendar. */
import { CalendarOutlined } from '@ant-design/icons';
import { Button, Popover, Spin } from 'antd';
import { Suspense, useState } from 'react';
import { readDateField } from '#core/phrase/fields';
import { stepDate } from '#core/time/typed';
import { isLocal, toLocal } from '#core/time/wallClock';
import { dayOf, dayWords } from '#core/time/words';
import { useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import { later } from './later';
import styles from './MomentFields.module.css';
import { TypedField } from './TypedField';
import { useMyWorking } from './useMyWorking';
import { usePhraseLanguages } from './usePhraseLanguages';

/** @param date as it stands in a field: `2026-11-25`, or whatever was typed */
export const isDate = (date: string) => isLocal(`${date}T00:00`);

const DayCalendar = later(() => import('./DayCalendar'));

function PickDay({ date, pick }: { date: string; pick: (date: string) => void }) {
  const [open, setOpen] = useState(false);
  return (
    <Popover
      open={open}
      onOpenChange={setOpen}
      trigger="click"
      destroyOnHidden
      placement="bottomRight"
      content={
        <div role="dialog" aria-label="A day" style={{ width: 290 }}>
          <Suspense fallback={<Spin />}>
            <DayCalendar
              date={isDate(date) ? date : undefined}
              pick={(day, chosen) => {
                pick(day);
                if (chosen) setOpen(false);
              }}
            />
          </Suspense>
        </div>
      }
    >
      <Button
        type="text"
        size="small"
        icon={<CalendarOutlined aria-hidden />}
        className={styles.pick}
        aria-label="Pick a day"
        aria-expanded={open}
      />
    </Popover>
  );
}

interface Props {
  id: string;
  label: string;
  /** `2026-11-25`; what was typed where it cannot be read. */
  value: string;
  onChange: (value: string) => void;
}

export function DayField({ id, label, value, onChange }: Props) {
  const { zone } = useSettings();
  const today = dayOf(toLocal(useNow(60_000), zone));
  const me = useMyWorking();
  const languages = usePhraseLanguages();
  return (
    <TypedField
      id={id}
      label={label}
      value={value}
      onChange={onChange}
      show={(day) => (isDate(day) ? dayWords(`${day}T00:00`) : undefined)}
      read={(text) => readDateField(text, { today, me, languages })}
      step={(day, steps, size) => stepDate(day, steps * (size === 'wide' ? 7 : 1))}
      hint="Arrow up and down step a day, with Shift a week."
      help="No such day. Write it as 25 Nov or 2026-11-25."
      suffix={<PickDay date={value} pick={onChange} />}
    />
  );
}
