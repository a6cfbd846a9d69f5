'use client';
/** Which event it leaves before, and how long. */
import { Checkbox, Input, Segmented, Select } from 'antd';
import { useState } from 'react';
import type { BeforeEventPlan } from '#core/plan/kinds/before-event/plan';
import { offsetOf } from '#core/plan/kinds/before-event/kind';
import { offsetWords, readOffset } from '#core/occasion/offset';
import { useWords } from '../../common/format';
import { useEvents } from '../../data/events';
import { useNow } from '../../data/useNow';
import { OFFSET_HINT } from '../../occasions/OffsetField';
import type { FieldsProps } from './kindFields';
import styles from './SeriesFields.module.css';

/** Events further ahead are found by their names in the phrase field. */
const AHEAD_MS = 60 * 86_400_000;
const HOUR = 3_600_000;

const keyOf = (event: string, occurrence: string | null | undefined) => `${event} ${occurrence ?? ''}`;

export function BeforeEventFields({ plan, onChange }: FieldsProps<BeforeEventPlan>) {
  const { moment } = useWords();
  const hour = useNow(HOUR);
  const { data } = useEvents(hour, hour + AHEAD_MS);
  const coming = (data ?? []).filter(({ at, status }) => Date.parse(at) > hour && status !== 'cancelled');
  const known = coming.map((each) => ({
    value: keyOf(each.id, each.occurrence),
    label: `${each.summary}, ${moment(each.at)}`,
  }));
  const value = plan.event === '' ? null : keyOf(plan.event, plan.occurrence);
  const options =
    value === null || known.some((each) => each.value === value)
      ? known
      : [{ value, label: plan.about?.summary ?? 'an event further on' }, ...known];
  const words = offsetWords(offsetOf(plan));
  const [typed, setTyped] = useState<string | null>(null);
  const read = typed === null ? undefined : readOffset(typed);
  const set = (patch: Partial<BeforeEventPlan>) => onChange({ ...plan, ...patch });
  return (
    <div className={styles.form}>
      <label htmlFor="before-event">Event</label>
      <Select
        id="before-event"
        aria-label="Event"
        showSearch={{ optionFilterProp: 'label' }}
        size="small"
        value={value}
        placeholder={data?.length === 0 ? 'nothing is in the calendar' : 'Choose an event'}
        popupMatchSelectWidth={false}
        options={options}
        onChange={(key) => {
          const chosen = coming.find((each) => keyOf(each.id, each.occurrence) === key);
          if (!chosen) return;
          const { about: _about, occurrence: _occurrence, ...rest } = plan;
          onChange({
            ...rest,
            event: chosen.id,
            ...(chosen.occurrence && { occurrence: chosen.occurrence }),
          });
        }}
      />
      <label htmlFor="before-offset">When</label>
      <Input
        id="before-offset"
        size="small"
        value={typed ?? words}
        status={typed !== null && !read ? 'error' : undefined}
        aria-invalid={typed !== null && !read ? true : undefined}
        aria-describedby="before-offset-hint"
        onChange={({ target }) => {
          setTyped(target.value);
          const offset = readOffset(target.value);
          if (offset) set({ offset });
        }}
        onBlur={() => read && setTyped(null)}
      />
      <span />
      <span id="before-offset-hint" className="quiet" role={typed !== null && !read ? 'alert' : undefined}>
        {typed !== null && !read ? `Write it as: ${OFFSET_HINT}` : OFFSET_HINT}
      </span>
      <span id="before-edge">Counted from</span>
      <Segmented
        aria-labelledby="before-edge"
        size="small"
        value={plan.edge ?? 'start'}
        onChange={(edge) => set({ edge: edge === 'end' ? 'end' : undefined })}
        options={[
          { value: 'start', label: 'its start' },
          { value: 'end', label: 'its end' },
        ]}
      />
      <label htmlFor="before-cancelled">If it is cancelled</label>
      <Select
        id="before-cancelled"
        size="small"
        value={plan.ifCancelled ?? 'ask'}
        onChange={(chosen) => set({ ifCancelled: chosen === 'drop' ? 'drop' : undefined })}
        options={[
          { value: 'ask', label: 'stop, and ask' },
          { value: 'drop', label: 'becomes a draft again' },
        ]}
      />
      <span />
      <Checkbox
        checked={plan.evenAfter ?? false}
        onChange={({ target }) => set({ evenAfter: target.checked ? true : undefined })}
      >
        may leave late, even once it has begun
      </Checkbox>
    </div>
  );
}
