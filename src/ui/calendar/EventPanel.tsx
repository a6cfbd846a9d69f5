'use client';
/** One event: when it is on every clock that matters, who is at it, and what leaves before or after it. */
import { Button, Spin } from 'antd';
import Link from 'next/link';
import { useState } from 'react';
import type { EventDetailJson } from '#api/types';
import { ATTENDANCE_WORDS, type Told } from '#core/calendar/invitation';
import { toLocal } from '#core/time/wallClock';
import { useWords } from '../common/format';
import { shortState } from '../common/shortState';
import { useFirstFocus } from '../common/useFirstFocus';
import { ApiProblem } from '../data/client';
import { useEvent } from '../data/events';
import { useSettings } from '../data/queries';
import { useInvitationActions } from '../invitations/useInvitationActions';
import styles from './Calendar.module.css';
import { useIsBegun } from '../common/begun';
import { begunAs, EventForm } from './EventForm';
import { spanWords, statusWords, thereWords, whenWords } from './eventWords';
import { MoveByPhrase } from './MoveByPhrase';
import type { EventReach } from '#core/calendar/event';
import { ReachField } from './ReachField';
import { useEventActions } from './useEventActions';

/** What those who are at it know of it. */
const TOLD: Record<Told, string> = {
  nobody: 'They have not been asked yet.',
  leaving: 'The message that tells them has not left yet.',
  all: 'They have been told.',
  changed: 'They do not know what has changed since.',
};

interface Props {
  id: string;
  occurrence: string | null;
  /** IANA zone of the second clock; mine: there is none. */
  beside: string;
  /** Where that is, in words. */
  placeBeside: string;
  onChanged: (event: EventDetailJson) => void;
  onClose: () => void;
}

export function EventPanel({ id, occurrence, ...props }: Props) {
  const { data: event, error } = useEvent(id, occurrence);
  // What is there no more is not shown as if it were.
  if (error && (!event || (error instanceof ApiProblem && error.status === 404)))
    return (
      <section className={`pane ${styles.panel}`} aria-label="Event">
        <p role="alert">{error.message}</p>
        <Button onClick={props.onClose}>Close</Button>
      </section>
    );
  if (!event) return <Spin />;
  return <Whole key={`${id} ${occurrence}`} event={event} {...props} />;
}

function Whole({
  event,
  beside,
  placeBeside,
  onChanged,
  onClose,
}: Omit<Props, 'id' | 'occurrence'> & { event: EventDetailJson }) {
  const { zone, hourCycle } = useSettings();
  const { now, moment } = useWords();
  const actions = useEventActions();
  const { invite } = useInvitationActions();
  // What was begun before another event was opened is gone on with.
  const wasBegun = useIsBegun(begunAs(event));
  const [isChanging, setEditing] = useState(false);
  const editing = isChanging || wasBegun;
  const [removing, setRemoving] = useState(false);
  const [reach, setReach] = useState<EventReach>('this');
  const heading = useFirstFocus<HTMLElement>(true);
  if (editing)
    return (
      <EventForm
        event={event}
        on={event.start.slice(0, 10)}
        onDone={(next) => {
          setEditing(false);
          onChanged(next);
        }}
        onClose={() => setEditing(false)}
      />
    );
  const there = thereWords(event, zone, hourCycle);
  const second =
    !event.wholeDays && beside !== zone && beside !== event.zone
      ? `${spanWords(event, beside, hourCycle)} in ${placeBeside}`
      : '';
  const status = statusWords(event);
  const over = Date.parse(event.until) < now;
  const reachOf = event.occurrence ? ('this' as const) : undefined;
  /** Those who know of it are told: what that says stands in Write. */
  async function callOff(off: boolean) {
    const changed = await actions.change(event, { status: off ? 'cancelled' : 'confirmed' }, reachOf);
    if (!changed) return;
    onChanged(changed);
    if (event.told === 'all' || event.told === 'changed') await invite(event.id);
  }
  async function remove() {
    if (event.occurrence && !removing) return setRemoving(true);
    if (await actions.remove(event, event.occurrence ? reach : undefined)) onClose();
  }
  return (
    <section
      className={`pane ${styles.panel}`}
      aria-labelledby="event-name"
      onKeyDown={(pressed) => {
        // In a field it is that of the field.
        if (pressed.key === 'Escape' && !(pressed.target instanceof HTMLInputElement)) onClose();
      }}
    >
      <h2 id="event-name" ref={heading as never} tabIndex={-1} dir="auto">
        {event.summary}
      </h2>
      <p>
        {whenWords(event, zone, hourCycle, toLocal(now, zone))}
        {there && <span className={styles.there}>{there}</span>}
        {second && <span className={styles.there}>{second}</span>}
      </p>
      {(status || event.repeats || event.location) && (
        <p className="quiet">
          {[
            status,
            event.repeats && `repeats ${event.repeats}${event.differs ? ', this time otherwise' : ''}`,
            event.location,
          ]
            .filter(Boolean)
            .join(' · ')}
        </p>
      )}
      {event.description && (
        <p className={styles.notes} dir="auto">
          {event.description}
        </p>
      )}
      {event.attendees.length > 0 && (
        <ul className={styles.people} aria-label="With">
          {event.attendees.map(({ name, address, attendance }) => (
            <li key={address}>
              <span title={address}>{name || address}</span>{' '}
              <span className="quiet">
                {attendance === 'needs-action' ? '' : ATTENDANCE_WORDS[attendance]}
              </span>
            </li>
          ))}
        </ul>
      )}
      {event.told && (
        <p className={styles.line}>
          <span className="quiet">{TOLD[event.told]}</span>
          {event.told !== 'leaving' && event.told !== 'all' && (
            <Button size="small" onClick={() => void invite(event.id)}>
              {event.told === 'nobody' ? 'Ask them…' : 'Tell them…'}
            </Button>
          )}
        </p>
      )}
      {event.departures.length > 0 && (
        <>
          <h3 id="event-leaves">What leaves around it</h3>
          <ul className={styles.people} aria-labelledby="event-leaves">
            {event.departures.map((each) => (
              <li key={each.id}>
                <Link
                  href={each.state === 'sent' ? `/departures/${each.id}` : `/write/${each.messageId}`}
                  prefetch={false}
                >
                  {each.subject || '(no subject)'}
                </Link>{' '}
                <span className="quiet">
                  {each.words}, {moment(each.at)}, to {each.readers.join(', ')} ·{' '}
                  {shortState(each.state, each.pausedFor)}
                  {each.reason ? `: ${each.reason}` : ''}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      <MoveByPhrase
        event={event}
        move={async (to) => {
          const moved = await actions.change(event, to, reachOf);
          if (moved) onChanged(moved);
          return moved !== undefined;
        }}
      />
      {removing && <ReachField value={reach} onChange={setReach} />}
      <div className={styles.line}>
        {!over && event.status !== 'cancelled' && (
          <Button type="primary" onClick={() => void actions.writeBefore(event)}>
            Write before it
          </Button>
        )}
        <Button onClick={() => setEditing(true)}>Change</Button>
        {event.mine && event.attendees.length > 0 && !over && (
          <Button onClick={() => void callOff(event.status !== 'cancelled')}>
            {event.status === 'cancelled' ? 'It takes place' : 'Call off'}
          </Button>
        )}
        <Button onClick={() => void remove()}>{removing ? 'Take that out' : 'Take out'}</Button>
        <Button type="text" onClick={onClose}>
          Close
        </Button>
      </div>
    </section>
  );
}
