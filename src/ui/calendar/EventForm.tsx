'use client';
/** All fields of an event. */
import { Button, Checkbox, Input, Select } from 'antd';
import { useId, useMemo, useState } from 'react';
import type { EventDetailJson } from '#api/types';
import { formatMailbox } from '#core/message/address';
import { later } from '#core/calendar/occurrences';
import { plusDays } from '#core/time/dayParts';
import { isLocal, toInstant } from '#core/time/wallClock';
import { DayField } from '../common/DayField';
import { MomentFields } from '../common/MomentFields';
import { RecipientField } from '../common/RecipientField';
import { submitOnCtrlEnter } from '../common/submitOnCtrlEnter';
import { TimeField } from '../common/TimeField';
import { useCorrespondents, useSettings } from '../data/queries';
import styles from './Calendar.module.css';
import type { EventReach } from '#core/calendar/event';
import { ReachField } from './ReachField';
import { useEventActions, type EventBody } from './useEventActions';

const RULES = [
  { value: '', label: 'once' },
  { value: 'FREQ=DAILY', label: 'every day' },
  { value: 'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR', label: 'Monday to Friday' },
  { value: 'FREQ=WEEKLY', label: 'every week' },
  { value: 'FREQ=WEEKLY;INTERVAL=2', label: 'every second week' },
  { value: 'FREQ=MONTHLY', label: 'every month, that day' },
  { value: 'FREQ=YEARLY', label: 'every year' },
];

/** Both parts of a moment, whatever was typed in either. */
const dayIn = (local: string) => local.slice(0, local.lastIndexOf('T'));
const timeIn = (local: string) => local.slice(local.lastIndexOf('T') + 1);
const isDay = (date: string) => isLocal(`${date}T00:00`);

interface Props {
  /** The one that is changed; undefined: a new one. */
  event?: EventDetailJson;
  /** A day to begin with: `2026-11-25`. */
  on: string;
  onDone: (event: EventDetailJson) => void;
  onClose: () => void;
}

export function EventForm({ event: current, on, onDone, onClose }: Props) {
  /** As it was when this was opened: another window may change it meanwhile. */
  const [event] = useState(current);
  const id = useId();
  const { zone: mine } = useSettings();
  const actions = useEventActions();
  const people = useCorrespondents().data;
  const [summary, setSummary] = useState(event?.summary ?? '');
  const [wholeDays, setWholeDays] = useState(event?.wholeDays ?? false);
  const [begin, setBegin] = useState(() => ({
    local: event && !event.wholeDays ? event.start : `${event?.start.slice(0, 10) ?? on}T09:00`,
    zone: event?.zone ?? mine,
  }));
  const [end, setEnd] = useState(() => (event && !event.wholeDays ? event.end : `${on}T10:00`));
  /** The last day of one that takes whole days. */
  const [lastDay, setLastDay] = useState(() =>
    event?.wholeDays ? plusDays(event.end, -1) : dayIn(begin.local),
  );
  const [rrule, setRrule] = useState(event?.rrule ?? '');
  const [location, setLocation] = useState(event?.location ?? '');
  const [free, setFree] = useState(event?.transparent ?? false);
  const [attendees, setAttendees] = useState(() =>
    (event?.attendees ?? []).map(({ name, address }) => formatMailbox({ name, address })),
  );
  const [description, setDescription] = useState(event?.description ?? '');
  const [reach, setReach] = useState<EventReach>('this');
  const [saving, setSaving] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);

  const near = useMemo(
    () => [
      { zone: mine, whose: 'you' },
      ...(people ?? []).flatMap(({ name, zone, place }) =>
        zone && zone !== mine ? [{ zone, whose: name, place: place ?? undefined }] : [],
      ),
    ],
    [mine, people],
  );
  const rules = RULES.some(({ value }) => value === rrule)
    ? RULES
    : [...RULES, { value: rrule, label: rrule }];

  /** The end goes with the start, as long as it was. */
  function moveBegin(next: typeof begin) {
    if (isLocal(next.local) && isLocal(begin.local) && isLocal(end)) {
      const length = toInstant(end, begin.zone).at - toInstant(begin.local, begin.zone).at;
      setEnd(later({ start: next.local, zone: next.zone }, Math.max(0, length), mine));
    }
    setBegin(next);
    setProblem(null);
  }

  function bodyOf(): EventBody {
    const day = dayIn(begin.local);
    const when = wholeDays
      ? { start: day, end: plusDays(lastDay < day ? day : lastDay, 1), zone: null }
      : { start: begin.local, end, zone: begin.zone };
    const own = { summary, ...when, location, description, transparent: free, attendees };
    // One time of it does not repeat by itself.
    return event?.occurrence && reach === 'this' ? own : { ...own, rrule: rrule || null };
  }

  async function save() {
    if (!summary.trim()) return setProblem('Say what it is called: “Broker call”.');
    if (wholeDays && !(isDay(dayIn(begin.local)) && isDay(lastDay)))
      return setProblem('Its first and its last day are days that there are.');
    if (!wholeDays && !(isLocal(begin.local) && isLocal(end)))
      return setProblem('Its start and its end are a day and a time each.');
    setSaving(true);
    const body = bodyOf();
    const done = event
      ? await actions.change(event, changed(event, body), event.occurrence ? reach : undefined)
      : await actions.add(body);
    setSaving(false);
    if (done) onDone(done);
  }

  return (
    <form
      className={`pane ${styles.form}`}
      aria-labelledby={`${id}-title`}
      onKeyDown={submitOnCtrlEnter}
      onSubmit={(submitted) => {
        submitted.preventDefault();
        void save();
      }}
    >
      <h2 id={`${id}-title`}>{event ? `“${event.summary}”` : 'A new event'}</h2>
      <label htmlFor={`${id}-name`}>Name</label>
      <Input
        id={`${id}-name`}
        autoFocus
        value={summary}
        maxLength={500}
        status={problem && !summary.trim() ? 'error' : undefined}
        onChange={({ target }) => {
          setProblem(null);
          setSummary(target.value);
        }}
      />
      <Checkbox checked={wholeDays} onChange={({ target }) => setWholeDays(target.checked)}>
        takes whole days
      </Checkbox>
      {wholeDays ? (
        <div className={styles.line}>
          <DayField
            id={`${id}-first`}
            label="From"
            value={dayIn(begin.local)}
            onChange={(date) => setBegin({ ...begin, local: `${date}T${timeIn(begin.local)}` })}
          />
          <DayField id={`${id}-last`} label="To the end of" value={lastDay} onChange={setLastDay} />
        </div>
      ) : (
        <>
          <MomentFields id={`${id}-begin`} value={begin} onChange={moveBegin} near={near} />
          <div className={styles.line}>
            <DayField
              id={`${id}-end-day`}
              label="Ends"
              value={dayIn(end)}
              onChange={(date) => setEnd(`${date}T${timeIn(end)}`)}
            />
            <TimeField
              id={`${id}-end-time`}
              label="at"
              value={timeIn(end)}
              onChange={(time) => setEnd(`${dayIn(end)}T${time}`)}
            />
          </div>
        </>
      )}
      {!(event?.occurrence && reach === 'this') && (
        <>
          <label htmlFor={`${id}-rule`}>Repeats</label>
          <Select
            id={`${id}-rule`}
            value={rrule}
            onChange={setRrule}
            options={rules}
            popupMatchSelectWidth={false}
          />
        </>
      )}
      <label htmlFor={`${id}-place`}>Where</label>
      <Input
        id={`${id}-place`}
        value={location}
        maxLength={500}
        onChange={({ target }) => setLocation(target.value)}
      />
      <RecipientField id={`${id}-people`} label="With" value={attendees} onChange={setAttendees} peopleOnly />
      <label htmlFor={`${id}-note`}>Notes</label>
      <Input.TextArea
        id={`${id}-note`}
        autoSize={{ minRows: 2, maxRows: 6 }}
        value={description}
        onChange={({ target }) => setDescription(target.value)}
      />
      <Checkbox checked={free} onChange={({ target }) => setFree(target.checked)}>
        I am free all the same
      </Checkbox>
      {event?.occurrence && <ReachField value={reach} onChange={setReach} />}
      {problem && <p role="alert">{problem}</p>}
      <div className={styles.line}>
        <Button type="primary" htmlType="submit" loading={saving}>
          {event ? 'Save' : 'Put into the calendar'}
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </form>
  );
}

/** What of it is another: what nobody has touched stays as some other window may have changed it. */
function changed(event: EventDetailJson, body: EventBody): Partial<EventBody> {
  const before: EventBody = {
    summary: event.summary,
    start: event.start,
    end: event.end,
    zone: event.zone,
    location: event.location,
    description: event.description,
    transparent: event.transparent,
    attendees: event.attendees.map(({ name, address }) => formatMailbox({ name, address })),
    rrule: event.rrule,
  };
  const differs = Object.entries(body).filter(
    ([key, value]) => JSON.stringify(value) !== JSON.stringify(before[key as keyof EventBody]),
  );
  const own = Object.fromEntries(differs) as Partial<EventBody>;
  // Another start or zone says an end, too: it may be longer now.
  return own.start !== undefined || own.zone !== undefined
    ? { ...own, start: body.start, end: body.end, zone: body.zone }
    : own;
}
