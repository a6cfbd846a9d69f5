'use client';
/** The times a message speaks of, below it: on both clocks, with what I have then, and what may be done about them. */
import { Button } from 'antd';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useId } from 'react';
import type { FoundTimesJson, MessageJson } from '#api/types';
import { formatMailbox } from '#core/message/address';
import { toLocal } from '#core/time/wallClock';
import { timeWords } from '#core/time/words';
import { useEventActions } from '../calendar/useEventActions';
import { useWords } from '../common/format';
import { useFoundTimes } from '../data/events';
import { useSettings } from '../data/queries';
import { acceptingPath, calendarPath } from '../shell/views';
import { partsWords, Strip, type Span } from '../moment/Strip';
import styles from './FoundTimes.module.css';

type Found = FoundTimesJson['times'][number];

const HOUR = 3_600_000;
/** A label needs the rest of the band, per cent. */
const ROOM = 88;
/** Hours between two labels of a band. */
const EVERY = 4;

interface BandProps {
  whose: string;
  zone: string;
  parts: Found['mine'];
  from: number;
  until: number;
  spans: readonly Span[];
  label: string;
}

/** Somebody’s day about the time, with their own hours above it. */
function Band({ whose, zone, parts, from, until, spans, label }: BandProps) {
  const { hourCycle } = useSettings();
  const hours = Array.from({ length: (until - from) / HOUR }, (_, n) => from + n * HOUR).filter(
    (at) => Number(toLocal(at, zone).slice(11, 13)) % EVERY === 0,
  );
  return (
    <div className={styles.band}>
      <span className={styles.whose}>{whose}</span>
      <div className={styles.drawn}>
        <div className={styles.hours} aria-hidden="true">
          {hours.map((at) => {
            // Where a clock is off by less than an hour, its own hours stand between.
            const off = Number(toLocal(at, zone).slice(14, 16)) * 60_000;
            const place = ((at - off - from) / (until - from)) * 100;
            return (
              place >= 0 &&
              place < ROOM && (
                <span key={at} style={{ left: `${place}%` }}>
                  {timeWords(toLocal(at - off, zone), hourCycle)}
                </span>
              )
            );
          })}
        </div>
        <Strip parts={parts} from={from} until={until} spans={spans} label={label} />
      </div>
    </div>
  );
}

interface RowProps {
  message: MessageJson;
  found: FoundTimesJson;
  time: Found;
}

function Row({ message, found, time }: RowProps) {
  const words = useWords();
  const router = useRouter();
  const { zone } = useSettings();
  const { add } = useEventActions();
  const [from, until] = [Date.parse(time.from), Date.parse(time.to)];
  const when: Span = { from: Date.parse(time.at), until: Date.parse(time.until), kind: 'found' };
  const mine: Span[] = time.meets.map((each) => ({
    from: Date.parse(each.at),
    until: Date.parse(each.until),
    kind: 'event',
  }));
  const first = found.name.split(' ')[0]!;
  const put = () =>
    void add({
      summary: found.summary,
      start: time.start,
      end: time.end,
      ...(!time.wholeDay && { zone: time.zone }),
      attendees: [formatMailbox(message.from)],
    });
  const over = time.verdict === 'over';
  const id = useId();
  return (
    <li className={styles.time} aria-labelledby={id}>
      <p className={styles.when} id={id}>
        <span className={styles.quoted} dir="auto">
          {time.words}
        </span>
        <strong>{time.here}</strong>
        {time.here !== time.there && <span className="quiet">{time.there}</span>}
        <span className={time.good ? styles.good : over ? 'quiet' : styles.bad}>{time.verdict}</span>
      </p>
      {time.unclear.length > 0 && <p className={styles.unclear}>Not clear: {time.unclear.join(' ')}</p>}
      {!time.wholeDay && (
        <>
          <Band
            whose="you"
            zone={zone}
            parts={time.mine}
            from={from}
            until={until}
            spans={[...mine, when]}
            label={`You: ${time.here}, ${time.verdict}. ${partsWords(time.mine, (at) => words.there(at, zone))}`}
          />
          {found.zone !== zone && (
            <Band
              whose={first}
              zone={found.zone}
              parts={time.theirs}
              from={from}
              until={until}
              spans={[when]}
              label={`${found.name}: ${time.there}. ${partsWords(time.theirs, (at) => words.there(at, found.zone))}`}
            />
          )}
        </>
      )}
      <p className={styles.actions}>
        {time.event ? (
          <Link href={calendarPath(time.event, time.at.slice(0, 10))} prefetch={false}>
            In the calendar
          </Link>
        ) : (
          <Button size="small" disabled={over} onClick={put}>
            Put into the calendar
          </Button>
        )}
        <Button size="small" disabled={over} onClick={() => router.push(acceptingPath(message.id, time.at))}>
          Answer yes
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
