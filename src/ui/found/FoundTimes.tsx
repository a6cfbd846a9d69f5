'use client';
/** The times a message speaks of, below it: on both clocks, with what I have then, and what may be done about them. */
import { Button } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useId, useRef } from 'react';
import type { FoundTimesJson, MessageJson } from '#api/types';
import { formatMailbox } from '#core/message/address';
import { useEventActions } from '../calendar/useEventActions';
import { useFoundTimes } from '../data/events';
import { acceptingPath, calendarPath, offeringPath } from '../shell/views';
import { PlacedBands, PlacedWhen } from './PlacedBands';
import styles from './FoundTimes.module.css';

type Found = FoundTimesJson['times'][number];

interface RowProps {
  message: MessageJson;
  found: FoundTimesJson;
  time: Found;
}

function Row({ message, found, time }: RowProps) {
  const router = useRouter();
  const { add } = useEventActions();
  const busy = useRef(false);
  const put = async () => {
    // Pressed twice it is put in once.
    if (busy.current) return;
    busy.current = true;
    await add({
      summary: found.summary,
      start: time.start,
      end: time.end,
      ...(!time.wholeDay && { zone: time.zone }),
      attendees: [formatMailbox(message.from)],
    });
    busy.current = false;
  };
  const over = time.verdict === 'over';
  const id = useId();
  return (
    <li className={styles.time} aria-labelledby={id}>
      <p className={styles.quoted} dir="auto">
        {time.words}
      </p>
      <PlacedWhen placed={time} id={id} />
      {time.unclear.length > 0 && <p className={styles.unclear}>Not clear: {time.unclear.join(' ')}</p>}
      <PlacedBands placed={time} name={found.name} zone={found.zone} />
      <p className={styles.actions}>
        {time.event ? (
          <Link href={calendarPath(time.event, time.at.slice(0, 10))} prefetch={false}>
            In the calendar
          </Link>
        ) : (
          <Button size="small" disabled={over} onClick={() => void put()}>
            Put into the calendar
          </Button>
        )}
        <Button size="small" disabled={over} onClick={() => router.push(acceptingPath(message.id, time.at))}>
          Answer yes
        </Button>
        <Button size="small" onClick={() => router.push(offeringPath(message.id, time.at))}>
          Offer other times
        </Button>
      </p>
    </li>
  );
}

export function FoundTimes({ message }: { message: MessageJson }) {
  const { data } = useFoundTimes(message.direction === 'in' ? message.id : undefined);
  if (!data || data.times.length === 0) return null;
  const count = data.times.length;
  return (
    <section className={styles.found} aria-label="Times in this message">
      <h2 className={styles.heading}>
        {count === 1 ? 'A time' : `${count} times`} in this message{' '}
        <span className="quiet">
          {data.assumed ?? `as ${data.name.split(' ')[0]!}’s clock in ${data.place} has them`}
        </span>
      </h2>
      <ol className={styles.times}>
        {data.times.map((time) => (
          <Row key={`${time.at} ${time.words}`} message={message} found={data} time={time} />
        ))}
      </ol>
    </section>
  );
}
