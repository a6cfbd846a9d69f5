'use client';
/** An event in words, and what that comes to before it is put in. */
import { Button, Input } from 'antd';
import { useId, useState, type Ref } from 'react';
import type { InputRef } from 'antd';
import type { EventDetailJson, EventReadingJson } from '#api/types';
import { useAttempt } from '../common/useAttempt';
import { useSettled } from '../common/useSettled';
import { ask } from '../data/client';
import { useEventPhrase } from '../data/events';
import styles from './Calendar.module.css';
import { useEventActions } from './useEventActions';

type Reading = Extract<EventReadingJson, { kind: 'understood' }>['readings'][number];

const TYPING_MS = 150;
const EXAMPLE = 'thu 14-15, call with Osaka, their time';

const meetsWords = ({ meets }: Reading): string =>
  meets.length === 0
    ? ''
    : `, during “${meets[0]}”${meets.length > 1 ? ` and ${meets.length - 1} more` : ''}`;

interface Props {
  field: Ref<InputRef>;
  /** It is there now. */
  onAdded: (event: EventDetailJson) => void;
  /** All of its fields are wanted. */
  onFields: () => void;
}

export function AddEvent({ field, onAdded, onFields }: Props) {
  const id = useId();
  const { add } = useEventActions();
  const attempt = useAttempt();
  const [text, setText] = useState('');
  const [adding, setAdding] = useState(false);
  const asked = useSettled(text, TYPING_MS);
  const { data } = useEventPhrase(asked);
  const known = asked === text && text.trim() !== '' ? data : undefined;
  const readings = known?.kind === 'understood' ? known.readings : [];
  const why = known?.kind === 'not-understood' ? known.why : undefined;
  async function put({ summary, start, end, zone }: Reading) {
    if (adding) return;
    setAdding(true);
    const made = await add({ summary, start, end, zone });
    setAdding(false);
    if (!made) return;
    setText('');
    onAdded(made);
  }
  const [first, ...others] = readings;
  /** Whoever types fast has not waited for it to be read back. */
  async function enter() {
    if (first) return put(first);
    if (known || text.trim() === '') return;
    const read = await attempt(() => ask<EventReadingJson>('POST', '/events/phrase', { phrase: text }));
    if (read?.kind === 'understood') await put(read.readings[0]!);
  }
  return (
    <form
      className={styles.add}
      onSubmit={(event) => {
        event.preventDefault();
        void enter();
      }}
    >
      <label htmlFor={id}>Put in</label>
      <Input
        id={id}
        ref={field}
        className={styles.phrase}
        value={text}
        placeholder={EXAMPLE}
        maxLength={300}
        autoComplete="off"
        aria-describedby={`${id}-read`}
        onChange={({ target }) => setText(target.value)}
      />
      <Button htmlType="submit" disabled={text.trim() === '' || why !== undefined} loading={adding}>
        Put into the calendar
      </Button>
      <Button type="text" onClick={onFields}>
        With all fields…
      </Button>
      <div id={`${id}-read`} className={styles.read} aria-live="polite">
        {first && (
          <>
            <strong dir="auto">{first.summary}</strong> {first.words}
            <span className={first.meets.length > 0 ? styles.meets : undefined}>{meetsWords(first)}</span>
          </>
        )}
        {why}
      </div>
      {others.length > 0 && (
        <ul className={styles.others} aria-label="Or">
          {others.map((each) => (
            <li key={`${each.start} ${each.zone}`}>
              <Button size="small" onClick={() => void put(each)}>
                {each.words}
                {meetsWords(each)}
              </Button>
            </li>
          ))}
        </ul>
      )}
    </form>
  );
}
