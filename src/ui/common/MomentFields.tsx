'use client';
/** Date, exact minute and zone of a moment. */
import { CalendarOutlined } from '@ant-design/icons';
import { Button, Popover, Spin } from 'antd';
import { Suspense, useState } from 'react';
import { readDateField, readTimeField } from '#core/phrase/fields';
import { stepDate, stepTime } from '#core/time/typed';
import { isLocal, toLocal } from '#core/time/wallClock';
import { dayOf, dayWords, timeWords } from '#core/time/words';
import { useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import { ZonePicker, type NearZone } from '../write/ZonePicker';
import { later } from './later';
import styles from './MomentFields.module.css';
import { useMyWorking } from './useMyWorking';
import { usePhraseLanguages } from './usePhraseLanguages';
import { TypedField } from './TypedField';

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

const isDate = (date: string) => isLocal(`${date}T00:00`);
const isTime = (time: string) => isLocal(`2026-01-01T${time}`);

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

export function MomentFields<Zone extends string | null>({ id, value, onChange, near }: Props<Zone>) {
  const { hourCycle, zone } = useSettings();
  const today = dayOf(toLocal(useNow(60_000), zone));
  const me = useMyWorking();
  const languages = usePhraseLanguages();
  const [date, time] = split(value.local);
  const put = (nextDate: string, nextTime: string) =>
    onChange({ ...value, local: `${nextDate.replaceAll('T', 't')}T${nextTime.replaceAll('T', 't')}` });
  return (
    <div className={styles.fields}>
      <TypedField
        id={`${id}-date`}
        label="Date"
        value={date}
        onChange={(next) => put(next, time)}
        show={(day) => (isDate(day) ? dayWords(`${day}T00:00`) : undefined)}
        read={(text) => readDateField(text, { today, me, languages })}
        step={(day, steps, size) => stepDate(day, steps * (size === 'wide' ? 7 : 1))}
        hint="Arrow up and down step a day, with Shift a week."
        help="No such day. Write it as 25 Nov or 2026-11-25."
        suffix={<PickDay date={date} pick={(day) => put(day, time)} />}
      />
      <TypedField
        id={`${id}-time`}
        label="Time"
        value={time}
        onChange={(next) => put(date, next)}
        show={(clock) => (isTime(clock) ? timeWords(`2026-01-01T${clock}`, hourCycle, 'if any') : undefined)}
        read={(text) => readTimeField(text, languages)}
        step={(clock, steps, size) => stepTime(clock, steps * { usual: 5, wide: 60, fine: 1 }[size])}
        hint="Arrow up and down step 5 minutes, with Shift an hour, with Alt a minute."
        help="No time of day. Write it as 8:30 or 20:30."
      />
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
