'use client';
/**
 * One field for a moment in words. Below it stand the readings of what is typed, or, while nothing is, numbered
 * suggestions: one listbox, reached by arrow keys, by number, or by pointer.
 */
import { Input, type InputRef } from 'antd';
import { useId, useState, type KeyboardEvent } from 'react';
import styles from './ChoiceField.module.css';
import { useFirstFocus } from './useFirstFocus';
import { useSettled } from './useSettled';

export interface Choice {
  words: string;
  /** When that is, exactly. */
  detail: string;
  /** It is in force. */
  chosen?: boolean;
  choose: () => void;
}

/** What is typed means this; undefined while that is not known. */
export type TypedMeaning = { readings: Choice[] } | { problem: string };

interface Props {
  label: string;
  placeholder: string;
  text: string;
  onText: (text: string) => void;
  meaning: TypedMeaning | undefined;
  /** Offered while nothing is typed. */
  suggestions: readonly Choice[];
  /** Enter on the one reading there is; without it, it is in force as it stands. */
  onOnly?: (reading: Choice) => void;
  /** It takes the focus once it can be seen. */
  autoFocus?: boolean;
  /** The moment stands beside the words, not below them. */
  compact?: boolean;
}

/** How long typing rests before the reading is said. */
const SETTLED_MS = 700;

export function ChoiceField(props: Props) {
  const { label, placeholder, text, onText, meaning, suggestions, onOnly, autoFocus, compact } = props;
  const id = useId();
  const [active, setActive] = useState(-1);
  const field = useFirstFocus<InputRef>(autoFocus ?? false);
  const typed = text.trim() !== '';
  const readings = meaning && 'readings' in meaning ? meaning.readings : [];
  const numbered = /^[1-9]$/.test(text.trim()) ? suggestions[Number(text.trim()) - 1] : undefined;
  const options: Choice[] = typed
    ? [...(numbered ? [numbered] : []), ...(readings.length > 1 || numbered ? readings : [])]
    : [...suggestions];
  const problem = typed && meaning && 'problem' in meaning && !numbered ? meaning.problem : undefined;
  const [only] = readings;
  const said = useSettled(
    problem ??
      (!typed
        ? ''
        : options.length > 1
          ? `${options.length} readings: arrow down to choose.`
          : (only?.words ?? '')),
    SETTLED_MS,
  );

  function choose(option: Choice) {
    setActive(-1);
    option.choose();
  }
  function onKeyDown(event: KeyboardEvent) {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step && options.length > 0) {
      event.preventDefault();
      setActive((active + step + options.length) % options.length);
    } else if (event.key === 'Enter' && !event.ctrlKey && (active >= 0 || numbered)) {
      event.preventDefault();
      choose(options[Math.max(0, active)]!);
    } else if (event.key === 'Enter' && !event.ctrlKey && typed) {
      // Not read yet: the form around it does it once it has been.
      if (onOnly && meaning === undefined) return;
      event.preventDefault();
      if (onOnly && readings.length === 1) onOnly(only!);
    } else if (event.key === 'Escape' && typed) {
      event.preventDefault();
      event.stopPropagation();
      onText('');
    }
  }

  return (
    <div className={styles.phrase}>
      <label htmlFor={`${id}-field`} className="unseen">
        {label}
      </label>
      <Input
        ref={field}
        id={`${id}-field`}
        role="combobox"
        aria-expanded={options.length > 0}
        aria-controls={`${id}-list`}
        aria-activedescendant={active >= 0 ? `${id}-${active}` : undefined}
        aria-describedby={`${id}-reading`}
        aria-invalid={problem ? true : undefined}
        status={problem ? 'error' : undefined}
        autoComplete="off"
        placeholder={placeholder}
        maxLength={200}
        value={text}
        onChange={(event) => {
          setActive(-1);
          onText(event.target.value);
        }}
        onKeyDown={onKeyDown}
        onBlur={() => setActive(-1)}
      />
      <p id={`${id}-reading`} className={problem ? styles.problem : styles.reading}>
        {problem ?? (options.length > 1 && typed ? 'Which one?' : typed && only ? only.words : '')}
      </p>
      <span className="unseen" aria-live="polite">
        {said}
      </span>
      {options.length > 0 && (
        <ul
          id={`${id}-list`}
          role="listbox"
          aria-label={typed ? 'Readings' : 'Suggestions'}
          className={compact ? `${styles.list} ${styles.compact}` : styles.list}
        >
          {options.map((option, index) => (
            <li
              key={`${option.words} ${index}`}
              id={`${id}-${index}`}
              role="option"
              aria-selected={index === active || option.chosen === true}
              className={index === active ? styles.active : undefined}
              // The field keeps the focus.
              onMouseDown={(event) => event.preventDefault()}
              onClick={() => choose(option)}
            >
              {!typed && <span className={styles.number}>{index + 1}</span>}
              <span>{option.words}</span>
              <span className={styles.detail}>{option.detail}</span>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
