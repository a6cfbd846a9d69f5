'use client';
/** Of one that recurs: how much of it is meant. */
import { Radio } from 'antd';
import type { Reach } from './useEventActions';

const REACHES: { value: Reach; label: string }[] = [
  { value: 'this', label: 'this time only' },
  { value: 'following', label: 'from this on' },
  { value: 'all', label: 'all of it' },
];

export const ReachField = ({ value, onChange }: { value: Reach; onChange: (reach: Reach) => void }) => (
  <Radio.Group
    aria-label="How much of it"
    value={value}
    onChange={({ target }) => onChange(target.value as Reach)}
    options={REACHES}
  />
);
