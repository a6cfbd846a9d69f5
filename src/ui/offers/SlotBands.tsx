'use client';
/** A week of my days with those of the readers below each, in which times are picked: by the arrow keys, or with the mouse. */
import { useId, type KeyboardEvent, type PointerEvent } from 'react';
import type { ChoosingJson } from '#api/types';
import { plusDays } from '#core/time/dayParts';
import { toInstant, toLocal } from '#core/time/wallClock';
import { dayWords, timeWords } from '#core/time/words';
import { shownHours } from '../calendar/days';
import { useSettings } from '../data/queries';
import { Strip, type Span } from '../moment/Strip';
import styles from './Offers.module.css';

/** So many days are shown. */
export const SHOWN_DAYS = 7;
/** What an arrow moves by. */
export const STEP_MS = 30 * 60_000;
/** More are not drawn: what speaks against a time is said in words of all. */
const DRAWN = 3;
/** Hours between two labels. */
const EVERY = 3;

interface Props {
  /** The first day, on my clock: `2026-11-25`. */
  start: string;
  choosing: ChoosingJson | undefined;
  minutes: number;
  /** When those begin that are picked, epoch ms. */
  slots: readonly number[];
  /** Where the cursor stands, epoch ms. */
  cursor: number;
  move: (at: number) => void;
  toggle: (at: number) => void;
  /** What is said of the cursor: when that is for all, and what speaks against it. */
  said: string;
}

const instantAt = (date: string, hour: number, zone: string) => {
  const day = hour >= 24 ? plusDays(date, 1) : date;
  return toInstant(`${day}T${String(hour % 24).padStart(2, '0')}:00`, zone).at;
};

export function SlotBands({ start, choosing, minutes, slots, cursor, move, toggle, said }: Props) {
  const { zone, hourCycle } = useSettings();
  const id = useId();
  const days = Array.from({ length: SHOWN_DAYS }, (_, n) => plusDays(start, n));
  const length = minutes * 60_000;
  const hourOf = (at: number) => {
    const local = toLocal(at, zone);
    return Number(local.slice(11, 13)) + Number(local.slice(14, 16)) / 60;
  };
  const hours = shownHours(
    [...slots, cursor].map((at) => ({
      from: hourOf(at),
      to: Math.min(24, hourOf(at) + minutes / 60),
    })),
  );
  const span = (at: number, kind: Span['kind'], until = at + length): Span => ({ from: at, until, kind });
  const busy = (choosing?.busy ?? []).map((each) =>
    span(Date.parse(each.at), 'event', Date.parse(each.until)),
  );
  const marked = [...busy, ...slots.map((at) => span(at, 'found')), span(cursor, 'cursor')];
  const others = (choosing?.days ?? []).slice(1, DRAWN + 1);

  function pressed(event: KeyboardEvent): void {
    const by: Record<string, () => number> = {
      ArrowLeft: () => cursor - STEP_MS,
      ArrowRight: () => cursor + STEP_MS,
      ArrowUp: () => dayAway(-1),
      ArrowDown: () => dayAway(1),
      PageUp: () => dayAway(-SHOWN_DAYS),
      PageDown: () => dayAway(SHOWN_DAYS),
      Home: () => instantAt(toLocal(cursor, zone).slice(0, 10), hours.from, zone),
      End: () => instantAt(toLocal(cursor, zone).slice(0, 10), hours.to, zone) - length,
    };
    if (event.altKey || event.ctrlKey || event.metaKey) return;
    const next = by[event.key];
    if (next) move(next());
    else if (event.key === ' ' || event.key === 'Enter') toggle(cursor);
    else return;
    event.preventDefault();
  }
  /** The same time of another day. */
  function dayAway(count: number): number {
    const local = toLocal(cursor, zone);
    return toInstant(`${plusDays(local.slice(0, 10), count)}T${local.slice(11, 16)}`, zone).at;
  }
  function pick(event: PointerEvent<HTMLElement>, from: number, until: number): void {
    const { left, width } = event.currentTarget.getBoundingClientRect();
    const at = from + ((event.clientX - left) / width) * (until - from);
    toggle(from + Math.floor((at - from) / STEP_MS) * STEP_MS);
  }

  const ticks = Array.from({ length: hours.to - hours.from }, (_, n) => hours.from + n).filter(
    (hour) => hour % EVERY === 0,
  );
  return (
    <>
      <div
        role="slider"
        tabIndex={0}
        className={styles.bands}
        aria-label="Pick times"
        aria-describedby={id}
        aria-valuemin={0}
        aria-valuemax={SHOWN_DAYS * 24 * 60}
        aria-valuenow={Math.round((cursor - instantAt(start, 0, zone)) / 60_000)}
        aria-valuetext={said}
        data-cursor={new Date(cursor).toISOString()}
        onKeyDown={pressed}
      >
        <div className={styles.row}>
          <span />
          <div className={styles.ticks}>
            {ticks.map((hour) => (
              <span key={hour} style={{ left: `${((hour - hours.from) / (hours.to - hours.from)) * 100}%` }}>
                {timeWords(`2026-01-01T${String(hour).padStart(2, '0')}:00`, hourCycle)}
              </span>
            ))}
          </div>
        </div>
        {days.map((date) => {
          const [from, until] = [instantAt(date, hours.from, zone), instantAt(date, hours.to, zone)];
          const here = marked.filter((each) => each.from < until && each.until > from);
          return (
            <div key={date} className={styles.row} data-on={here.some(({ kind }) => kind === 'cursor')}>
              <span className={styles.day}>{dayWords(`${date}T00:00`, start)}</span>
              <div className={styles.band} onPointerDown={(event) => pick(event, from, until)}>
                <Strip
                  parts={choosing?.days[0]?.parts ?? []}
                  from={from}
                  until={until}
                  spans={here}
                  label={null}
                />
                {others.map((each) => (
                  <span key={each.whose + each.zone} className={styles.theirs} title={each.whose}>
                    <Strip parts={each.parts} from={from} until={until} label={null} />
                  </span>
                ))}
              </div>
            </div>
          );
        })}
      </div>
      <p id={id} className={styles.help}>
        {others.length > 0 && (
          <>Below mine: {others.map(({ whose, place }) => `${whose} in ${place}`).join(', ')}. </>
        )}
        Arrows go to a time, Enter picks it or takes it out, Page Up and Page Down change the week.
      </p>
    </>
  );
}
