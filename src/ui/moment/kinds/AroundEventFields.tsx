'use client';
/** A series around an event that recurs: how long before or after each time of it. */
import { Button, Segmented } from 'antd';
import { offsetOf } from '#core/plan/kinds/before-event/offset';
import type { SeriesAround, SeriesPlan } from '#core/plan/kinds/series/plan';
import { BeforeOffset } from './BeforeOffset';
import type { FieldsProps } from './kindFields';
import styles from './SeriesFields.module.css';

export function AroundEventFields({
  plan,
  around,
  onChange,
}: Pick<FieldsProps<SeriesPlan>, 'plan' | 'onChange'> & { around: SeriesAround }) {
  const set = (patch: Partial<SeriesAround>) => onChange({ ...plan, around: { ...around, ...patch } });
  return (
    <div className={styles.form} role="group" aria-label="How it repeats">
      <span>Goes with</span>
      <span className={styles.row}>
        each “{around.summary}”
        <Button
          size="small"
          onClick={() =>
            onChange({
              kind: 'before-event',
              event: around.event,
              offset: around.offset,
              ...(around.edge && { edge: around.edge }),
            })
          }
        >
          The next one alone
        </Button>
      </span>
      <BeforeOffset offset={offsetOf(around)} onChange={(offset) => set({ offset })} />
      <span id="around-edge">Counted from</span>
      <Segmented
        aria-labelledby="around-edge"
        size="small"
        value={around.edge ?? 'start'}
        onChange={(edge) => set({ edge: edge === 'end' ? 'end' : undefined })}
        options={[
          { value: 'start', label: 'its start' },
          { value: 'end', label: 'its end' },
        ]}
      />
    </div>
  );
}
