'use client';
/** Of one that recurs: how much of it is meant. */
import { Radio } from 'antd';
import type { EventReach } from '#core/calendar/event';

const REACHES: { value: EventReach; label: string }[] = [
  { value: 'this', label: 'this time only' },
  { value: 'following', label: 'from this on' },
  { value: 'all', label: 'all of it' },
];

export const ReachField = ({
  value,
  onChange,
}: {
  value: EventReach;
  onChange: (reach: EventReach) => void;
}) => (
  <Radio.Group
    aria-label="How much of it"
    value={value}
    onChange={({ target }) => onChange(target.value as EventReach)}
    options={REACHES}
  />
);
