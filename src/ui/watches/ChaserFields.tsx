'use client';
/** What follows where nobody answers: nothing, or chasers, placed for review or leaving by themselves. */
import { Input, InputNumber, Select } from 'antd';
import { useId } from 'react';
import { CHASER_ENDS, MOST_CHASERS, type ChaserEnd, type Chasers } from '#core/watch/chasers';
import { useSettings } from '../data/queries';
import { UseText } from '../write/fields/UseText';
import styles from './Watches.module.css';

const ENDS: Record<ChaserEnd, string> = {
  review: 'a chaser waits for my look',
  leave: 'a chaser leaves by itself',
};

interface Props {
  value: Chasers | null;
  onChange: (value: Chasers | null) => void;
}

export function ChaserFields({ value, onChange }: Props) {
  const id = useId();
  const { chaserText } = useSettings();
  return (
    <>
      <div className={styles.option}>
        <label htmlFor={`${id}-then`}>If not</label>
        <Select<ChaserEnd | 'back'>
          id={`${id}-then`}
          size="small"
          value={value?.then ?? 'back'}
          onChange={(then) =>
            onChange(then === 'back' ? null : { ...(value ?? { text: '', times: 1 }), then })
          }
          options={[
            { value: 'back', label: 'it comes back' },
            ...CHASER_ENDS.map((each) => ({ value: each, label: ENDS[each] })),
          ]}
        />
      </div>
      {value && (
        <>
          <div className={styles.option}>
            <label htmlFor={`${id}-times`}>At most</label>
            <span className={styles.long}>
              <InputNumber
                id={`${id}-times`}
                size="small"
                min={1}
                max={MOST_CHASERS}
                precision={0}
                value={value.times}
                onChange={(times) => onChange({ ...value, times: times ?? 1 })}
              />
              <span className="quiet">
                {value.times === 1 ? 'chaser, then it comes back' : 'chasers, each given longer'}
              </span>
            </span>
          </div>
          <div className={styles.option}>
            <label htmlFor={`${id}-text`}>It says</label>
            <Input.TextArea
              id={`${id}-text`}
              size="small"
              dir="auto"
              autoSize={{ minRows: 2, maxRows: 6 }}
              value={value.text}
              placeholder={chaserText}
              onChange={(event) => onChange({ ...value, text: event.target.value })}
            />
            <UseText label="From a text" onChoose={({ text }) => onChange({ ...value, text: text.trim() })} />
          </div>
        </>
      )}
    </>
  );
}
