'use client';
/** A field that is kept when it is left or Enter is pressed, and says at its place what is wrong. */
import { Input } from 'antd';
import { useId, useState } from 'react';
import styles from './KeptField.module.css';

interface Props {
  label: string;
  value: string;
  /** Keeps it. @throws (rejects) with words for the person */
  keep: (value: string) => Promise<void>;
  placeholder?: string;
  hint?: string;
  autoFocus?: boolean;
  /** Its column says what it is: the label is heard only. */
  inTable?: boolean;
}

export function KeptField({ label, value, keep, placeholder, hint, autoFocus, inTable }: Props) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  async function leave() {
    if (typed === null || typed === value) return setTyped(null);
    try {
      await keep(typed);
      setTyped(null);
      setProblem(null);
    } catch (error) {
      setProblem((error as Error).message);
    }
  }
  return (
    <div className={styles.field}>
      <label htmlFor={id} className={inTable ? 'unseen' : undefined}>
        {label}
      </label>
      <Input
        id={id}
        size={inTable ? 'small' : undefined}
        value={typed ?? value}
        placeholder={placeholder}
        autoFocus={autoFocus}
        autoComplete="off"
        status={problem ? 'error' : undefined}
        aria-invalid={problem ? true : undefined}
        aria-describedby={`${id}-words`}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => void leave()}
        onKeyDown={(event) => {
          if (event.key === 'Enter') void leave();
          if (event.key === 'Escape' && typed !== null) {
            event.stopPropagation();
            setTyped(null);
            setProblem(null);
          }
        }}
      />
      <span
        id={`${id}-words`}
        role={problem ? 'alert' : undefined}
        className={problem ? styles.problem : styles.hint}
      >
        {problem ?? hint}
      </span>
    </div>
  );
}
