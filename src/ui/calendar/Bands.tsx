'use client';
/** My days as bands: what is in each, my working hours, and a second clock beside mine. */
import { scaleLinear } from 'd3-scale';
import Link from 'next/link';
import { Fragment, useMemo } from 'react';
import type { EventJson } from '#api/types';
import { lanesOf, partOf } from '#core/calendar/lanes';
import { defaultWorking, dayPart } from '#core/time/dayParts';
import { toLocal } from '#core/time/wallClock';
import { dayWords, timeWords } from '#core/time/words';
import { zoneCity } from '#core/time/zones';
import { moveBetweenRows } from '../common/moveBetweenRows';
import { useMyWorking } from '../common/useMyWorking';
import { useWidth } from '../common/useWidth';
import { useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import styles from './Bands.module.css';
import { shownHours, workOf, type ShownDay } from './days';
import { spanWords, statusWords, thereWords } from './eventWords';
import { MARK_WORDS, type Mark, type Shown } from './shown';
import { useEventDrag } from './useEventDrag';

/** Room for the words of one, pixels: a letter takes about so much, and there is a least and a most. */
const LETTER = 6.6;
const ROOM = { least: 90, most: 330 };
const LANE = 34;
const HOUR = 3_600_000;
const HALF = HOUR / 2;
/** Left of the bands stand the days. */
const DAYS = 92;
/** A tick needs about so much room, pixels. */
const TICK = 44;

interface Props extends Shown {
  move: (event: EventJson, at: number) => void;
}

interface Item {
  key: string;
  /** In the band, pixels. */
  startsAt: number;
  endsAt: number;
  x: number;
  width: number;
  /** For its words. */
  room: number;
  event?: EventJson;
  mark?: Mark;
}

/** Hours of the day as they pass: what a change of clocks takes or gives is in it. */
const hourOf = (at: number, { from, until }: ShownDay): number => ((at - from) / (until - from)) * 24;

/** “ +1” where it is the day after there. */
const dayShift = (there: string, here: string): string =>
  there.slice(0, 10) === here.slice(0, 10) ? '' : there > here ? ' +1' : ' −1';

/** How somebody’s day goes who is elsewhere: when they sleep, are awake, and work. */
function dayThere(day: ShownDay, zone: string): { from: number; until: number; part: string }[] {
  const spans: { from: number; until: number; part: string }[] = [];
  for (let at = day.from; at < day.until; at += HALF) {
    const part = dayPart(toLocal(at, zone), defaultWorking);
    const last = spans.at(-1);
    if (last?.part === part) last.until = at + HALF;
    else spans.push({ from: at, until: at + HALF, part });
  }
  return spans;
}

export function Bands({ days, events, marks, beside, placeBeside, chosen, keyOf, hrefOf, move }: Props) {
  const { zone, hourCycle } = useSettings();
  const working = useMyWorking();
  const now = useNow(60_000);
  const [box, whole] = useWidth<HTMLDivElement>(1100);
  const narrow = whole < 640;
  const width = whole - (narrow ? 0 : DAYS);
  const second = beside !== zone;

  const hours = useMemo(
    () =>
      shownHours(
        days.flatMap((day) =>
          [
            ...events.filter(({ wholeDays }) => !wholeDays),
            ...marks.map(({ at }) => ({ at: new Date(at).toISOString(), until: new Date(at).toISOString() })),
          ].flatMap(({ at, until }) => {
            const part = partOf({ startsAt: Date.parse(at), endsAt: Date.parse(until) }, day.from, day.until);
            return part ? [{ from: part.from * 24, to: part.to * 24 }] : [];
          }),
        ),
      ),
    [days, events, marks],
  );
  const x = scaleLinear([hours.from, hours.to], [0, width]).clamp(true);
  const every = [1, 2, 3, 6].find((step) => x(hours.from + step) >= TICK) ?? 6;
  const ticks = Array.from(
    { length: Math.floor((hours.to - hours.from) / every) + 1 },
    (_, n) => hours.from + n * every,
  ).filter((hour) => x(hour) <= width - (second ? 54 : 34));
  const drag = useEventDrag({
    box,
    days,
    at: (day, px) => day.from + (x.invert(px) / 24) * (day.until - day.from),
    x: (day, at) => x(hourOf(at, day)),
    move,
  });

  const wordsOf = (event: EventJson) =>
    [spanWords(event, zone, hourCycle), event.summary, statusWords(event)].filter(Boolean).join(' ');
  const bandOf = (day: ShownDay) => {
    const place = (key: string, from: number, to: number, words: string, isMark = false): Item => {
      const [left, right] = [x(hourOf(from, day)), x(hourOf(to, day))];
      const room = Math.min(width, ROOM.most, Math.max(ROOM.least, 14 + words.length * LETTER));
      const fits = left + room <= width;
      // The words of a mark stand beside it, never under it.
      const before = isMark ? left - room - 4 : width - room;
      const startsAt = Math.max(0, fits ? left : before);
      return {
        key,
        x: left,
        width: Math.max(3, right - left),
        startsAt,
        endsAt: Math.max(startsAt + room, right),
        room,
      };
    };
    const items: Item[] = [
      ...events
        .filter(
          ({ wholeDays, at, until }) =>
            !wholeDays &&
            partOf({ startsAt: Date.parse(at), endsAt: Date.parse(until) }, day.from, day.until),
        )
        .map((event) => ({
          ...place(
            keyOf(event),
            Math.max(day.from, Date.parse(event.at)),
            Math.min(day.until, Date.parse(event.until)),
            wordsOf(event),
          ),
          event,
        })),
      ...marks
        .filter(({ at }) => at >= day.from && at < day.until)
        .map((mark) => ({
          ...place(
            `${mark.kind} ${mark.id}`,
            mark.at,
            mark.until ?? mark.at,
            `${MARK_WORDS[mark.kind]} 00:00 ${mark.label}`,
            mark.until === undefined,
          ),
          mark,
        })),
    ].sort((a, b) => a.startsAt - b.startsAt || a.x - b.x);
    return lanesOf(items, 0);
  };

  const clockRow = (label: string, clock: string, first: ShownDay) => (
    <div className={styles.clock}>
      <span className={styles.whose}>{label}</span>
      <div className={styles.ticks} style={{ width }} aria-hidden="true">
        {ticks.map((hour) => {
          const at = first.from + (hour / 24) * (first.until - first.from);
          const local = toLocal(at, clock);
          return (
            <span key={hour} style={{ left: x(hour) }}>
              {timeWords(local, hourCycle)}
              {dayShift(local, toLocal(at, zone))}
            </span>
          );
        })}
      </div>
    </div>
  );

  return (
    <div ref={box} className={`${styles.bands} ${narrow ? styles.narrow : ''}`} onKeyDown={moveBetweenRows}>
      <div className={styles.clocks}>
        {clockRow(zoneCity(zone), zone, days[0]!)}
        {second && clockRow(placeBeside, beside, days[0]!)}
      </div>
      {days.map((day) => {
        const { laid, lanes } = bandOf(day);
        const local = `${day.date}T00:00`;
        const isToday = now >= day.from && now < day.until;
        const whole = events.filter(
          ({ wholeDays, at, until }) =>
            wholeDays && Date.parse(at) < day.until && Date.parse(until) > day.from,
        );
        const name = dayWords(local, toLocal(now, zone));
        return (
          <section key={day.date} className={styles.day} aria-label={`${name}${isToday ? ', today' : ''}`}>
            <h2 className={`${styles.name} ${isToday ? styles.today : ''}`}>
              {name}
              {isToday && <span> today</span>}
            </h2>
            <div
              className={styles.band}
              data-day={day.date}
              style={{ height: Math.max(1, lanes) * LANE + (second ? 14 : 8), width }}
            >
              {workOf(day, zone, working).map(({ from, until }) => (
                <i
                  key={from}
                  className={styles.work}
                  style={{ left: x(hourOf(from, day)), width: x(hourOf(until, day)) - x(hourOf(from, day)) }}
                />
              ))}
              {ticks.map((hour) => (
                <i key={hour} className={styles.tick} style={{ left: x(hour) }} />
              ))}
              {second &&
                dayThere(day, beside).map(({ from, until, part }) => (
                  <i
                    key={from}
                    className={`${styles.there} ${styles[part] ?? ''}`}
                    style={{
                      left: x(hourOf(from, day)),
                      width: x(hourOf(until, day)) - x(hourOf(from, day)),
                    }}
                  />
                ))}
              {isToday && x(hourOf(now, day)) > 0 && x(hourOf(now, day)) < width && (
                <i className={styles.now} style={{ left: x(hourOf(now, day)) }} />
              )}
              <ol className={styles.items}>
                {laid.map(({ event: item, lane }) => {
                  const { event, mark } = item;
                  const top = lane * LANE;
                  if (mark)
                    return (
                      <li key={item.key}>
                        <i
                          className={`${styles.bar} ${styles[mark.kind]}`}
                          style={{ left: item.x, top, width: mark.until === undefined ? 3 : item.width }}
                        />
                        <Link
                          href={mark.href}
                          prefetch={false}
                          data-row={item.key}
                          className={styles.item}
                          style={{ left: item.startsAt, top: top + 5, maxWidth: item.room }}
                        >
                          <span className={styles.quiet}>
                            {MARK_WORDS[mark.kind]} {timeWords(toLocal(mark.at, zone), hourCycle)}
                          </span>{' '}
                          {mark.label}
                        </Link>
                      </li>
                    );
                  const offset = drag.dragged?.key === item.key ? drag.dragged : null;
                  const there = thereWords(event!, zone, hourCycle);
                  const status = statusWords(event!);
                  return (
                    <Fragment key={item.key}>
                      <li
                        style={
                          offset ? { transform: `translate(${offset.dx}px, ${offset.dy}px)` } : undefined
                        }
                      >
                        <i
                          className={`${styles.bar} ${event!.transparent ? styles.free : ''} ${event!.status === 'confirmed' ? '' : styles.unsure}`}
                          style={{ left: item.x, top, width: item.width }}
                        />
                        <Link
                          href={hrefOf(event!)}
                          prefetch={false}
                          scroll={false}
                          draggable={false}
                          data-row={item.key}
                          aria-current={chosen === item.key ? 'true' : undefined}
                          aria-keyshortcuts="Shift+ArrowLeft Shift+ArrowRight Shift+ArrowUp Shift+ArrowDown"
                          className={`${styles.item} ${chosen === item.key ? styles.chosen : ''}`}
                          style={{
                            left: item.startsAt,
                            top: top + 5,
                            maxWidth: Math.max(item.room, item.width),
                          }}
                          onPointerDown={(pressed) => drag.grip(event!, item.key, day, pressed)}
                          onClick={drag.click}
                          onKeyDown={(pressed) => drag.step(event!, item.key, pressed)}
                        >
                          <span className={styles.quiet}>
                            {offset ? offset.words : spanWords(event!, zone, hourCycle)}
                          </span>{' '}
                          <span
                            dir="auto"
                            className={event!.status === 'cancelled' ? styles.cancelled : undefined}
                          >
                            {event!.summary}
                          </span>
                          {status && <span className={styles.quiet}>, {status}</span>}
                          {there && <span className="unseen">, {there}</span>}
                        </Link>
                      </li>
                    </Fragment>
                  );
                })}
              </ol>
            </div>
            {whole.length > 0 && (
              <ul className={styles.whole} aria-label={`The whole of ${name}`}>
                {whole.map((event) => (
                  <li key={keyOf(event)}>
                    <Link
                      href={hrefOf(event)}
                      prefetch={false}
                      scroll={false}
                      data-row={keyOf(event)}
                      aria-current={chosen === keyOf(event) ? 'true' : undefined}
                      dir="auto"
                    >
                      {event.summary}
                    </Link>
                  </li>
                ))}
              </ul>
            )}
          </section>
        );
      })}
      {second && (
        <p className={styles.legend}>
          Below each day, {placeBeside}: <i className={styles.night} /> night, <i className={styles.there} />{' '}
          awake, <i className={styles.working} /> at work, <i className={styles.weekend} /> a day off.
        </p>
      )}
    </div>
  );
}
