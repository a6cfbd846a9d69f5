'use client';
/** Which file is watched, when, and how often at most it leaves. */
import { Button, Checkbox, InputNumber } from 'antd';
import { Fragment, useState } from 'react';
import {
  EVERY_MINUTES,
  MOST_A_DAY,
  SETTLES,
  type OnFileChangePlan,
} from '#core/plan/kinds/on-file-change/plan';
import { watchedName } from '#core/plan/kinds/on-file-change/kind';
import { toLocal } from '#core/time/wallClock';
import { dayOf, weekdayName } from '#core/time/words';
import { DayField } from '../../common/DayField';
import { PanelPopover } from '../../common/PanelPopover';
import { isTime, TimeField } from '../../common/TimeField';
import { useSettings } from '../../data/queries';
import { useNow } from '../../data/useNow';
import { FilePicker } from '../../files/FilePicker';
import type { FieldsProps } from './kindFields';
import styles from './SeriesFields.module.css';

const NUMBERS = [
  { key: 'settleSeconds', label: 'It has to stand still for', unit: 's', min: 0, max: 600, usual: SETTLES },
  { key: 'everyMinutes', label: 'At most once in', unit: 'min', min: 0, max: 10_080, usual: EVERY_MINUTES },
  { key: 'mostADay', label: 'Paused after, in a day', unit: 'times', min: 1, max: 1000, usual: MOST_A_DAY },
] as const;

const WEEK = [1, 2, 3, 4, 5, 6, 7];

/** Seconds are none of it. */
const minute = (time: string) => (isTime(time) ? time.slice(0, 5) : time);

/** What “between” begins with. */
const OFFICE = { from: '08:00', to: '18:00' };

const ENDS = [
  { key: 'from', label: 'Watched from', none: 'at once', time: 'T00:00' },
  { key: 'until', label: 'Until the end of', none: 'for good', time: 'T23:59' },
] as const;

export function FileFields({ plan, onChange }: FieldsProps<OnFileChangePlan>) {
  const [open, setOpen] = useState(false);
  const set = (patch: Partial<OnFileChangePlan>) => onChange({ ...plan, ...patch });
  const { zone } = useSettings();
  const today = dayOf(toLocal(useNow(60_000), zone));
  return (
    <div className={styles.form}>
      <span>File</span>
      <PanelPopover
        title="Which file is watched"
        button={{
          size: 'small',
          children: plan.path ? watchedName(plan.path) : 'Choose a file or a folder',
          title: plan.path,
        }}
        open={open}
        onOpenChange={setOpen}
      >
        {(close) => (
          <FilePicker
            purpose="watch"
            choose={([path]) => {
              close();
              set({ path: path! });
            }}
          />
        )}
      </PanelPopover>
      {NUMBERS.map(({ key, label, unit, min, max, usual }) => (
        <Fragment key={key}>
          <label htmlFor={`watched-${key}`}>{label}</label>
          <InputNumber
            id={`watched-${key}`}
            size="small"
            min={min}
            max={max}
            precision={0}
            suffix={unit}
            value={plan[key] ?? usual}
            onChange={(value) => set({ [key]: value ?? usual })}
          />
        </Fragment>
      ))}
      <span id="watched-days">On</span>
      <Checkbox.Group
        aria-labelledby="watched-days"
        className={styles.week}
        value={plan.days ?? WEEK}
        onChange={(days) => days.length > 0 && set({ days: days.length < WEEK.length ? days : undefined })}
        options={WEEK.map((value) => ({ value, label: weekdayName(value - 1).slice(0, 3) }))}
      />
      <span>Between</span>
      <div className={styles.row}>
        {plan.hours === undefined ? (
          <Button size="small" onClick={() => set({ hours: OFFICE })}>
            the whole day
          </Button>
        ) : (
          <>
            {(['from', 'to'] as const).map((key) => (
              <TimeField
                key={key}
                id={`watched-hours-${key}`}
                label={key === 'from' ? 'From' : 'To'}
                value={plan.hours![key]}
                onChange={(time) => set({ hours: { ...plan.hours!, [key]: minute(time) } })}
              />
            ))}
            <Button size="small" type="text" onClick={() => set({ hours: undefined })}>
              the whole day
            </Button>
          </>
        )}
      </div>
      {ENDS.map(({ key, label, none, time }) => (
        <Fragment key={key}>
          <span>{label}</span>
          <div className={styles.row}>
            {plan[key] === undefined ? (
              <Button size="small" onClick={() => set({ [key]: today + time })}>
                {none}
              </Button>
            ) : (
              <>
                <DayField
                  id={`watched-${key}`}
                  label={label}
                  value={plan[key].slice(0, -time.length)}
                  onChange={(date) => set({ [key]: date + time })}
                />
                <Button size="small" type="text" onClick={() => set({ [key]: undefined })}>
                  {none}
                </Button>
              </>
            )}
          </div>
        </Fragment>
      ))}
    </div>
  );
}
