'use client';
/** What is to be done, from when, by when, and when to be reminded. */
import { AutoComplete, Button, Checkbox, Input } from 'antd';
import { useId, useRef, useState } from 'react';
import type { TodoJson } from '#api/types';
import { readDateField, readMomentField, readTimeField } from '#core/phrase/fields';
import { stepDate, stepTime } from '#core/time/typed';
import { isLocal, toInstant, toLocal } from '#core/time/wallClock';
import { dayWords, timeWords } from '#core/time/words';
import { TODO_KINDS, type TodoMoment } from '#core/todo/todo';
import { submitOnCtrlEnter } from '../common/submitOnCtrlEnter';
import { TypedField } from '../common/TypedField';
import { useMyWorking } from '../common/useMyWorking';
import { usePhraseLanguages } from '../common/usePhraseLanguages';
import { useWords } from '../common/format';
import { isDate } from '../common/DayField';
import { isTime } from '../common/TimeField';
import { useSettings } from '../data/queries';
import type { TodoBody } from '../inbox/useMessageActions';
import styles from './Returns.module.css';

interface DayTime {
  /** Empty for none; what was typed where it is no date. */
  date: string;
  time: string;
}

interface FieldsProps {
  id: string;
  label: string;
  value: DayTime;
  onChange: (value: DayTime) => void;
  timeHelp: string;
}

/** A day that may be left out, and a time on it that may be left out too. */
function DayTimeFields({ id, label, value, onChange, timeHelp }: FieldsProps) {
  const { zone, hourCycle } = useSettings();
  const { now } = useWords();
  const today = toLocal(now, zone).slice(0, 10);
  const me = useMyWorking();
  const languages = usePhraseLanguages();
  /** The time as it was before words in the field of the day said one: half a year, “16 Dec 20”, is read as one too. */
  const before = useRef<string | null>(null);
  function typeDay(typed: string) {
    if (isLocal(typed)) {
      before.current ??= value.time;
      onChange({ date: typed.slice(0, 10), time: typed.slice(11, 16) });
      return;
    }
    onChange({ date: typed, time: before.current ?? value.time });
    before.current = null;
  }
  return (
    <div className={styles.dayTime} onBlur={() => (before.current = null)}>
      <TypedField
        id={`${id}-date`}
        label={`${label} day`}
        value={value.date}
        onChange={typeDay}
        show={(date) =>
          date.trim() === '' ? '' : isDate(date) ? dayWords(`${date}T00:00`, `${today}T00:00`) : undefined
        }
        read={(text) =>
          readDateField(text, { today, me, languages }) ??
          readMomentField(text, { now, me: { zone, place: '', working: me }, languages, hourCycle })
        }
        step={(date, steps, size) => stepDate(date || today, steps * (size === 'wide' ? 7 : 1))}
        hint="Arrow up and down step a day, with Shift a week. Empty: none."
        help="No such day. Write it as 10 Dec, 2026-12-10 or friday 16:00."
      />
      <TypedField
        id={`${id}-time`}
        label={`${label} time`}
        value={value.time}
        onChange={(time) => onChange({ ...value, time })}
        show={(time) =>
          time.trim() === '' ? '' : isTime(time) ? timeWords(`2026-01-01T${time}`, hourCycle) : undefined
        }
        read={(text) => readTimeField(text, languages)}
        step={(time, steps, size) => stepTime(time || '09:00', steps * { usual: 5, wide: 60, fine: 1 }[size])}
        hint={`Arrow up and down step 5 minutes. ${timeHelp}`}
        help="No time of day. Write it as 8:30 or 20:30."
      />
    </div>
  );
}

const NONE: DayTime = { date: '', time: '' };
const fieldsOf = (moment: TodoMoment | null): DayTime =>
  moment ? { date: moment.date, time: moment.time ?? '' } : NONE;

interface Props {
  /** The one that is changed; null for a new one. */
  todo: TodoJson | null;
  keep: (body: TodoBody) => void;
}

export function TodoForm({ todo, keep }: Props) {
  const id = useId();
  const { zone } = useSettings();
  const local = todo?.remindAt ? toLocal(Date.parse(todo.remindAt), zone) : '';
  const before = {
    start: fieldsOf(todo?.start ?? null),
    due: fieldsOf(todo?.due ?? null),
    remind: { date: local.slice(0, 10), time: local.slice(11, 16) },
  };
  const [what, setWhat] = useState(todo?.what ?? 'check');
  const [note, setNote] = useState(todo?.note ?? '');
  const [start, setStart] = useState(before.start);
  const [due, setDue] = useState(before.due);
  const [remind, setRemind] = useState(before.remind);
  const [sound, setSound] = useState(todo?.sound ?? false);

  const good = ({ date, time }: DayTime) =>
    (date === '' || isDate(date)) && (time === '' || (isTime(time) && date !== ''));
  const ready = what.trim() !== '' && good(start) && good(due) && good(remind);
  const momentOf = ({ date, time }: DayTime, zoneThen: string): TodoMoment | null =>
    date === '' ? null : { date, time: time || null, zone: zoneThen };
  const same = (a: DayTime, b: DayTime) => a.date === b.date && a.time === b.time;

  function submit() {
    const body: TodoBody = { what, note, sound };
    // What was not touched is left to follow what was.
    if (!todo || !same(start, before.start)) body.start = momentOf(start, todo?.start?.zone ?? zone);
    if (!todo || !same(due, before.due)) body.due = momentOf(due, todo?.due?.zone ?? zone);
    if (!todo || !same(remind, before.remind))
      body.remindAt =
        remind.date === ''
          ? null
          : new Date(toInstant(`${remind.date}T${remind.time || '09:00'}`, zone).at).toISOString();
    keep(body);
  }

  return (
    <form
      className={styles.form}
      onKeyDown={submitOnCtrlEnter}
      onSubmit={(event) => {
        event.preventDefault();
        if (ready) submit();
      }}
    >
      <div className={styles.field}>
        <label htmlFor={`${id}-what`}>What is to be done</label>
        <AutoComplete
          id={`${id}-what`}
          value={what}
          onChange={setWhat}
          maxLength={200}
          options={TODO_KINDS.map((value) => ({ value }))}
        />
      </div>
      <DayTimeFields
        id={`${id}-start`}
        label="Start"
        value={start}
        onChange={setStart}
        timeHelp="Empty: when my day starts."
      />
      <DayTimeFields
        id={`${id}-due`}
        label="Due"
        value={due}
        onChange={setDue}
        timeHelp="Empty: when my day ends."
      />
      <DayTimeFields
        id={`${id}-remind`}
        label="Reminder"
        value={remind}
        onChange={setRemind}
        timeHelp="Empty: 09:00."
      />
      <Checkbox checked={sound} onChange={(event) => setSound(event.target.checked)}>
        The reminder is with sound
      </Checkbox>
      <div className={styles.field}>
        <label htmlFor={`${id}-note`}>To-do note</label>
        <Input.TextArea
          id={`${id}-note`}
          value={note}
          maxLength={2000}
          autoSize={{ minRows: 1, maxRows: 5 }}
          onChange={(event) => setNote(event.target.value)}
        />
      </div>
      <Button type="primary" htmlType="submit" disabled={!ready}>
        {todo ? 'Change the to-do' : 'Keep the to-do'}
      </Button>
    </form>
  );
}
