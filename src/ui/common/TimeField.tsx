'use client';
/** A time of day, typed in words. */
import { readTimeField } from '#core/phrase/fields';
import { stepTime } from '#core/time/typed';
import { isLocal } from '#core/time/wallClock';
import { timeWords } from '#core/time/words';
import { useSettings } from '../data/queries';
import { TypedField } from './TypedField';
import { usePhraseLanguages } from './usePhraseLanguages';

export const isTime = (time: string) => isLocal(`2026-01-01T${time}`);

interface Props {
  id: string;
  label: string;
  /** `08:30`, seconds allowed; what was typed where it cannot be read. */
  value: string;
  onChange: (value: string) => void;
}

export function TimeField({ id, label, value, onChange }: Props) {
  const { hourCycle } = useSettings();
  const languages = usePhraseLanguages();
  return (
    <TypedField
      id={id}
      label={label}
      value={value}
      onChange={onChange}
      show={(clock) => (isTime(clock) ? timeWords(`2026-01-01T${clock}`, hourCycle, 'if any') : undefined)}
      read={(text) => readTimeField(text, languages)}
      step={(clock, steps, size) => stepTime(clock, steps * { usual: 5, wide: 60, fine: 1 }[size])}
      hint="Arrow up and down step 5 minutes, with Shift an hour, with Alt a minute."
      help="No time of day. Write it as 8:30 or 20:30."
    />
  );
}
