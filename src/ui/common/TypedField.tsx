'use client';
/** A field for something read from words: what is typed is read at once, arrow keys step it. */
import { Input } from 'antd';
import { useState, type ReactNode } from 'react';
import styles from './MomentFields.module.css';

interface Props {
  id: string;
  label: string;
  /** What is kept: a good value, or what was typed where it could not be read. */
  value: string;
  onChange: (value: string) => void;
  /** A good value in words; undefined where it is none. */
  show: (value: string) => string | undefined;
  /** What is typed as a value; undefined where it cannot be read. */
  read: (text: string) => string | undefined;
  /** The value some steps on; `wide` with Shift, `fine` with Alt. */
  step: (value: string, steps: number, size: 'usual' | 'wide' | 'fine') => string;
  /** Says how arrow keys step. */
  hint: string;
  /** How to write it, where it cannot be read. */
  help: string;
  suffix?: ReactNode;
}

export function TypedField({ id, label, value, onChange, show, read, step, hint, help, suffix }: Props) {
  const [text, setText] = useState<string | null>(null);
  const words = show(value);
  const bad = words === undefined;
  return (
    <div className={styles.field}>
      <label htmlFor={id}>{label}</label>
      <Input
        id={id}
        value={text ?? words ?? value}
        status={bad ? 'error' : undefined}
        aria-invalid={bad}
        aria-describedby={bad ? `${id}-help` : `${id}-hint`}
        autoComplete="off"
        suffix={suffix}
        onFocus={(event) => event.target.select()}
        onBlur={() => setText(null)}
        onChange={(event) => {
          setText(event.target.value);
          onChange(read(event.target.value) ?? event.target.value);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') setText(null);
          const direction = { ArrowUp: 1, ArrowDown: -1 }[event.key];
          if (!direction || bad) return;
          event.preventDefault();
          setText(null);
          onChange(step(value, direction, event.shiftKey ? 'wide' : event.altKey ? 'fine' : 'usual'));
        }}
      />
      <span id={`${id}-hint`} hidden>
        {hint}
      </span>
      {bad && (
        <span id={`${id}-help`} role="alert" className={styles.help}>
          {help}
        </span>
      )}
    </div>
  );
}
