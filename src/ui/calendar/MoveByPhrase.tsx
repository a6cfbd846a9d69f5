'use client';
/** Another time for an event, in words. */
import { Button, Input } from 'antd';
import { useId, useState } from 'react';
import type { EventDetailJson, EventReadingJson } from '#api/types';
import { toInstant, toLocal } from '#core/time/wallClock';
import { ask } from '../data/client';
import { useSettings } from '../data/queries';
import styles from './Calendar.module.css';
import type { EventBody } from './useEventActions';

interface Props {
  event: EventDetailJson;
  /** @returns whether it was done */
  move: (to: Partial<EventBody>) => Promise<boolean>;
}

export function MoveByPhrase({ event, move }: Props) {
  const id = useId();
  const { zone: mine } = useSettings();
  const [text, setText] = useState('');
  const [moving, setMoving] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  /** On the clock the event is on, as it is said on any. */
  const onItsClock = (time: string, zone: string | null) =>
    zone === null || zone === (event.zone ?? mine)
      ? time
      : toLocal(toInstant(time, zone).at, event.zone ?? mine).slice(0, 16);
  async function go() {
    if (!text.trim() || moving) return;
    setMoving(true);
    try {
      // A moment alone is no event; figures in its name are none of the moment.
      const name = event.summary.replace(/[\d,]/g, ' ');
      const read = await ask<EventReadingJson>('POST', '/events/phrase', {
        phrase: `${text}, ${name}`,
      });
      if (read.kind !== 'understood') throw new Error('Say when: “fri 10:00”, “tomorrow 14-15, their time”.');
      const [{ start, end, zone, saysEnd }, ...others] = read.readings as [(typeof read.readings)[0]];
      if (others.length > 0)
        throw new Error('That may be several times: say the day, and morning or afternoon.');
      const to = { start: onItsClock(start, zone), ...(saysEnd && { end: onItsClock(end, zone) }) };
      if (await move(to)) setText('');
    } catch (error) {
      setProblem((error as Error).message);
    } finally {
      setMoving(false);
    }
  }
  return (
    <form
      className={styles.line}
      onSubmit={(submitted) => {
        submitted.preventDefault();
        void go();
      }}
    >
      <label htmlFor={id} className={styles.label}>
        Move to
      </label>
      <Input
        id={id}
        className={styles.phrase}
        size="small"
        value={text}
        placeholder="fri 10:00"
        maxLength={200}
        autoComplete="off"
        status={problem ? 'error' : undefined}
        aria-invalid={problem ? true : undefined}
        aria-describedby={`${id}-problem`}
        onChange={({ target }) => {
          setProblem(null);
          setText(target.value);
        }}
      />
      <Button size="small" htmlType="submit" disabled={!text.trim()}>
        Move
      </Button>
      <span id={`${id}-problem`} role={problem ? 'alert' : undefined} className={styles.meets}>
        {problem}
      </span>
    </form>
  );
}
