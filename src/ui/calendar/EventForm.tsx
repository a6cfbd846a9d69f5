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
import { useNotices } from '../shell/Notices';
import styles from './Calendar.module.css';
import type { EventReach } from '#core/calendar/event';
import { useBegun } from '../common/begun';
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

/** What stands in the form, and the event it is about, as it was then: another window may change it meanwhile. */
interface Fields {
  event: EventDetailJson | undefined;
  summary: string;
  wholeDays: boolean;
  begin: { local: string; zone: string };
  end: string;
  /** The last day of one that takes whole days. */
  lastDay: string;
  rrule: string;
  location: string;
  free: boolean;
  attendees: string[];
  description: string;
  reach: EventReach;
}

function fieldsOf(event: EventDetailJson | undefined, on: string, mine: string): Fields {
  const begin = {
    local: event && !event.wholeDays ? event.start : `${event?.start.slice(0, 10) ?? on}T09:00`,
    zone: event?.zone ?? mine,
  };
  return {
    event,
    summary: event?.summary ?? '',
    wholeDays: event?.wholeDays ?? false,
    begin,
    end: event && !event.wholeDays ? event.end : `${on}T10:00`,
    lastDay: event?.wholeDays ? plusDays(event.end, -1) : dayIn(begin.local),
    rrule: event?.rrule ?? '',
    location: event?.location ?? '',
    free: event?.transparent ?? false,
    attendees: (event?.attendees ?? []).map(({ name, address }) => formatMailbox({ name, address })),
    description: event?.description ?? '',
    reach: 'this',
  };
}

/** What is begun of it is kept under this name. */
export const begunAs = (event: Pick<EventDetailJson, 'id' | 'occurrence'> | undefined): string =>
  event ? `event ${event.id} ${event.occurrence ?? ''}` : 'event';

export function EventForm({ event: current, on, onDone, onClose }: Props) {
  const id = useId();
  const { zone: mine } = useSettings();
  const actions = useEventActions();
  const people = useCorrespondents().data;
  const { show } = useNotices();
  const begun = useBegun(
    begunAs(current),
    () => fieldsOf(current, on, mine),
    ({ event: about, summary: name }) =>
      show({
        words: about
          ? `What you have changed of “${about.summary}” is not saved. It is here when you open it again.`
          : `“${name}” is not in the calendar yet. What you have written is here when you go on.`,
      }),
  );
  const { fields, change } = begun;
  const { event, summary, wholeDays, begin, end, lastDay, rrule } = fields;
  const { location, free, attendees, description, reach } = fields;
  const [saving, setSaving] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  /** It has been refused, and it is said where somebody else has changed it: what is saved next is saved knowingly. */
  const [isStale, setStale] = useState(false);

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
    const isMoved = isLocal(next.local) && isLocal(begin.local) && isLocal(end);
    const length = isMoved ? toInstant(end, begin.zone).at - toInstant(begin.local, begin.zone).at : 0;
    const start = { start: next.local, zone: next.zone };
    change({ begin: next, end: isMoved ? later(start, Math.max(0, length), mine) : end });
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
    const seen = isStale && current ? current : event;
    const done = await begun.keep(() =>
      event
        ? actions.change(
            { ...event, revision: seen!.revision },
            changed(event, body),
            event.occurrence ? reach : undefined,
          )
        : actions.add(body),
    );
    setSaving(false);
    if (done) onDone(done);
    else setStale(true);
  }

  function leave() {
    begun.end();
    onClose();
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
          change({ summary: target.value });
        }}
      />
      <Checkbox checked={wholeDays} onChange={({ target }) => change({ wholeDays: target.checked })}>
        takes whole days
      </Checkbox>
      {wholeDays ? (
        <div className={styles.line}>
          <DayField
            id={`${id}-first`}
            label="From"
            value={dayIn(begin.local)}
            onChange={(date) => change({ begin: { ...begin, local: `${date}T${timeIn(begin.local)}` } })}
          />
          <DayField
            id={`${id}-last`}
            label="To the end of"
            value={lastDay}
            onChange={(day) => change({ lastDay: day })}
          />
        </div>
      ) : (
        <>
          <MomentFields id={`${id}-begin`} value={begin} onChange={moveBegin} near={near} />
          <div className={styles.line}>
            <DayField
              id={`${id}-end-day`}
              label="Ends"
              value={dayIn(end)}
              onChange={(date) => change({ end: `${date}T${timeIn(end)}` })}
            />
            <TimeField
              id={`${id}-end-time`}
              label="at"
              value={timeIn(end)}
              onChange={(time) => change({ end: `${dayIn(end)}T${time}` })}
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
            onChange={(rule) => change({ rrule: rule })}
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
        onChange={({ target }) => change({ location: target.value })}
      />
      <RecipientField
        id={`${id}-people`}
        label="With"
        value={attendees}
        onChange={(all) => change({ attendees: all })}
        peopleOnly
      />
      <label htmlFor={`${id}-note`}>Notes</label>
      <Input.TextArea
        id={`${id}-note`}
        autoSize={{ minRows: 2, maxRows: 6 }}
        value={description}
        onChange={({ target }) => change({ description: target.value })}
      />
      <Checkbox checked={free} onChange={({ target }) => change({ free: target.checked })}>
        I am free all the same
      </Checkbox>
      {event?.occurrence && <ReachField value={reach} onChange={(next) => change({ reach: next })} />}
      {problem && <p role="alert">{problem}</p>}
      {isStale && current && event && current.revision !== event.revision && (
        <p role="alert">
          It has been changed meanwhile. Save once more, and what you have changed here counts.
        </p>
      )}
      <div className={styles.line}>
        <Button type="primary" htmlType="submit" loading={saving}>
          {event ? 'Save' : 'Put into the calendar'}
        </Button>
        <Button onClick={leave}>Leave it</Button>
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
