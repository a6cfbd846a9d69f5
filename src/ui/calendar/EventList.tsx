'use client';
/** What the bands show, as a list: by day, with both clocks, and what leaves and comes back among it. */
import Link from 'next/link';
import type { EventJson } from '#api/types';
import { toLocal } from '#core/time/wallClock';
import { dayWords, timeWords } from '#core/time/words';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import returns from '../returns/Returns.module.css';
import styles from './Calendar.module.css';
import type { ShownDay } from './days';
import { spanWords, statusWords, thereWords } from './eventWords';
import { MARK_WORDS, type Mark, type Shown } from './shown';

type Row = { at: number; event?: EventJson; mark?: Mark };

export function EventList({ days, events, marks, beside, placeBeside, chosen, keyOf, hrefOf }: Shown) {
  const { zone, hourCycle } = useSettings();
  const now = useNow(60_000);
  const rowsOf = ({ from, until }: ShownDay): Row[] =>
    [
      ...events
        .filter((each) => Date.parse(each.at) < until && Date.parse(each.at) >= from)
        .map((event) => ({ at: event.wholeDays ? from - 1 : Date.parse(event.at), event })),
      ...marks.filter(({ at }) => at >= from && at < until).map((mark) => ({ at: mark.at, mark })),
    ].sort((a, b) => a.at - b.at);
  const full = days.map((day) => ({ day, rows: rowsOf(day) })).filter(({ rows }) => rows.length > 0);
  if (full.length === 0) return <p className="quiet">Nothing is in these days.</p>;
  const second = beside !== zone;
  const there = (at: number) => {
    const [local, mine] = [toLocal(at, beside), toLocal(at, zone)];
    const day = local.slice(0, 10) === mine.slice(0, 10) ? '' : `${dayWords(local, local).split(' ')[0]} `;
    return `${day}${timeWords(local, hourCycle)}`;
  };
  return (
    <table className={returns.table} onKeyDown={moveBetweenRows}>
      <thead>
        <tr>
          <th scope="col">When (you)</th>
          {second && <th scope="col">{placeBeside}</th>}
          <th scope="col">What</th>
          <th scope="col">Where, with whom</th>
        </tr>
      </thead>
      {full.map(({ day, rows }) => (
        <tbody key={day.date}>
          <tr>
            <th scope="rowgroup" colSpan={second ? 4 : 3}>
              {dayWords(`${day.date}T00:00`, toLocal(now, zone))}
            </th>
          </tr>
          {rows.map(({ at, event, mark }) =>
            mark ? (
              <tr key={`${mark.kind} ${mark.id}`}>
                <td data-label="When (you)">{timeWords(toLocal(at, zone), hourCycle)}</td>
                {second && <td data-label={placeBeside}>{there(at)}</td>}
                <td data-label="What">
                  <Link href={mark.href} prefetch={false} data-row={mark.id}>
                    <span className={styles.kind}>{MARK_WORDS[mark.kind]}</span>: {mark.label}
                  </Link>
                </td>
                <td />
              </tr>
            ) : (
              <tr key={keyOf(event!)}>
                <td data-label="When (you)">
                  {event!.wholeDays ? 'the whole day' : spanWords(event!, zone, hourCycle)}
                </td>
                {second && <td data-label={placeBeside}>{event!.wholeDays ? '' : there(at)}</td>}
                <td data-label="What">
                  <Link
                    href={hrefOf(event!)}
                    prefetch={false}
                    scroll={false}
                    data-row={keyOf(event!)}
                    aria-current={chosen === keyOf(event!) ? 'true' : undefined}
                    dir="auto"
                  >
                    {event!.summary}
                  </Link>
                  <span className={returns.why}>
                    {[statusWords(event!), event!.repeats, thereWords(event!, zone, hourCycle)]
                      .filter(Boolean)
                      .join(' · ')}
                  </span>
                </td>
                <td data-label="Where, with whom">
                  {[event!.location, event!.attendees.map(({ name, address }) => name || address).join(', ')]
                    .filter(Boolean)
                    .join(' · ')}
                </td>
              </tr>
            ),
          )}
        </tbody>
      ))}
    </table>
  );
}
