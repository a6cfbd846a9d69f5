'use client';
/** Which event it leaves before, and how long. */
import { Checkbox, Segmented, Select } from 'antd';
import type { EventJson } from '#api/types';
import type { BeforeEventPlan } from '#core/plan/kinds/before-event/plan';
import { offsetOf } from '#core/plan/kinds/before-event/offset';
import type { Plan } from '#core/plan/plan';
import { useWords } from '../../common/format';
import { useEvents } from '../../data/events';
import { useNow } from '../../data/useNow';
import { useSettings } from '../../data/queries';
import { BeforeOffset } from './BeforeOffset';
import type { FieldsProps } from './kindFields';
import styles from './SeriesFields.module.css';

/** Events further ahead are found by their names in the phrase field. */
const AHEAD_MS = 60 * 86_400_000;
const HOUR = 3_600_000;

const keyOf = (event: string, occurrence: string | null | undefined) => `${event} ${occurrence ?? ''}`;

/** The same before each time of it; when that is, the desk looks up. */
function eachTime(
  { event, offset, edge }: BeforeEventPlan,
  coming: readonly EventJson[],
  mine: string,
): Plan {
  const known = coming.find(({ id }) => id === event);
  const around = { event, offset, ...(edge && { edge }), summary: known?.summary ?? '', lengthMs: 0 };
  const start =
    known && known.start.length > 10 ? known.start : `${(known?.start ?? '2026-01-01').slice(0, 10)}T09:00`;
  return { kind: 'series', start, zone: known?.zone ?? mine, around };
}

export function BeforeEventFields({ plan, onChange }: FieldsProps<BeforeEventPlan>) {
  const { moment } = useWords();
  const { zone } = useSettings();
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
      {plan.occurrence !== undefined && (
        <>
          <span id="before-which">Which time</span>
          <Segmented
            aria-labelledby="before-which"
            size="small"
            value="this"
            onChange={(which) => which === 'each' && onChange(eachTime(plan, coming, zone))}
            options={[
              { value: 'this', label: 'this one' },
              { value: 'each', label: 'each time' },
            ]}
          />
        </>
      )}
      <BeforeOffset offset={offsetOf(plan)} onChange={(offset) => set({ offset })} />
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
