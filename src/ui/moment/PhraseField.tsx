'use client';
/**
 * One field for a moment in words. Below it stand the readings of what is typed, or, while nothing is, numbered
 * suggestions: one listbox, reached by arrow keys, by number, or by pointer.
 */
import { Input } from 'antd';
import { useId, useState, type KeyboardEvent } from 'react';
import type { PhraseJson, SuggestionJson } from '../../api/types';
import type { Plan } from '../../core/plan/plan';
import { useWords } from '../common/format';
import { useSettled } from '../common/useSettled';
import styles from './PhraseField.module.css';

interface Option {
  plan: Plan;
  words: string;
  /** When that is, on both clocks. */
  detail: string;
}

interface Props {
  text: string;
  onText: (text: string) => void;
  /** What the text means; undefined while that is not known. */
  result: PhraseJson | undefined;
  suggestions: readonly SuggestionJson[];
  /** The plan in force, marked among the options. */
  plan: Plan;
  onChoose: (plan: Plan, text: string) => void;
}

/** How long typing rests before the reading is said. */
const SETTLED_MS = 700;

const samePlan = (a: Plan, b: Plan) => JSON.stringify(a) === JSON.stringify(b);

export function PhraseField({ text, onText, result, suggestions, plan, onChoose }: Props) {
  const id = useId();
  const words = useWords();
  const [active, setActive] = useState(-1);
  const typed = text.trim() !== '';
  const readings = result?.kind === 'understood' ? result.readings : [];

  const landing = ({ preview, at }: SuggestionJson): string => {
    const [first] = preview.departures;
    const placed = first?.recipients.filter((reader) => reader.zone) ?? [];
    const zones = new Set(preview.departures.flatMap((each) => each.recipients.map((reader) => reader.zone)));
    const mine = `${words.moment(at)} you`;
    if (preview.departures.length > 1) return `${preview.departures.length} copies, from ${mine}`;
    const [reader] = placed;
    if (!reader || zones.size !== 1) return mine;
    const theirs = words.there(at, reader.zone!);
    return theirs === words.moment(at) ? mine : `${theirs} ${reader.place} · ${mine}`;
  };
  const numbered = /^[1-9]$/.test(text.trim()) ? suggestions[Number(text.trim()) - 1] : undefined;
  const options: Option[] = typed
    ? [
        ...(numbered ? [{ plan: numbered.plan, words: numbered.words, detail: landing(numbered) }] : []),
        ...(readings.length > 1 || numbered ? readings.map((each) => ({ ...each, detail: '' })) : []),
      ]
    : suggestions.map((each) => ({ plan: each.plan, words: each.words, detail: landing(each) }));
  const problem = typed && result?.kind === 'not-understood' && !numbered ? result.why : undefined;
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

  function choose(option: Option) {
    setActive(-1);
    onChoose(option.plan, option.words);
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
      // Enter takes the reading, which is in force already; it does not send.
      event.preventDefault();
    } else if (event.key === 'Escape' && typed) {
      event.preventDefault();
      event.stopPropagation();
      onText('');
    }
  }

  return (
    <div className={styles.phrase}>
      <label htmlFor={`${id}-field`} className="unseen">
        When, in words
      </label>
      <Input
        id={`${id}-field`}
        role="combobox"
        aria-expanded={options.length > 0}
        aria-controls={`${id}-list`}
        aria-activedescendant={active >= 0 ? `${id}-${active}` : undefined}
        aria-describedby={`${id}-reading`}
        aria-invalid={problem ? true : undefined}
        status={problem ? 'error' : undefined}
        autoComplete="off"
        placeholder="wed 9:10 · tomorrow morning, theirs · in 20 min"
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
          className={styles.list}
        >
          {options.map((option, index) => (
            <li
              key={`${option.words} ${index}`}
              id={`${id}-${index}`}
              role="option"
              aria-selected={index === active || samePlan(option.plan, plan)}
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
