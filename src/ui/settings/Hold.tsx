'use client';
/** The usual undo window. */
import { Button, Input, Radio } from 'antd';
import { useState } from 'react';
import { whyNoHold } from '#core/hold/length';
import { HOLD_SECONDS } from '#core/limits';
import { durationWords } from '#core/time/words';
import { useSettings } from '../data/queries';
import styles from './SettingsView.module.css';
import { useApply } from './useApply';

const USUAL_HOLDS = [0, 10, 30, 90, 240, 600, 1800, 7200];

const holdWords = (seconds: number) => (seconds ? durationWords(seconds * 1000) : 'Off');

export function Hold() {
  const { holdSeconds } = useSettings();
  const { apply, problem } = useApply();
  const [typed, setTyped] = useState(String(holdSeconds));
  const [refused, setRefused] = useState<string | null>(null);
  const hold = (seconds: number) => {
    setTyped(String(seconds));
    setRefused(null);
    void apply(
      { holdSeconds: seconds },
      seconds ? `Sends are held ${holdWords(seconds)} from now on.` : 'Sends are no longer held.',
    );
  };
  return (
    <section className={`pane ${styles.block}`} aria-labelledby="hold">
      <h2 id="hold">Hold</h2>
      <p className="quiet">How long everything you send now can still be taken back before it leaves.</p>
      <Radio.Group
        aria-label="Usual lengths"
        optionType="button"
        buttonStyle="solid"
        value={holdSeconds}
        onChange={({ target }) => hold(target.value as number)}
        options={USUAL_HOLDS.map((value) => ({ value, label: holdWords(value) }))}
      />
      <form
        className={styles.line}
        onSubmit={(event) => {
          event.preventDefault();
          const seconds = Number(typed.trim() === '' ? NaN : typed.trim().replace(',', '.'));
          const why = whyNoHold(seconds);
          if (why === undefined) hold(seconds);
          else setRefused(why);
        }}
      >
        <label htmlFor="hold-seconds">Exactly</label>
        <Input
          id="hold-seconds"
          inputMode="numeric"
          className={styles.number}
          value={typed}
          status={refused ? 'error' : undefined}
          onChange={({ target }) => {
            setTyped(target.value);
            setRefused(null);
          }}
          aria-describedby="hold-range"
        />
        <span id="hold-range" className="quiet">
          seconds; {HOLD_SECONDS.min} to {HOLD_SECONDS.max}, or 0 for off
        </span>
        <Button htmlType="submit">Apply</Button>
      </form>
      {(refused ?? problem) && (
        <p role="alert" className={styles.problem}>
          {refused ?? problem?.message}
        </p>
      )}
    </section>
  );
}
