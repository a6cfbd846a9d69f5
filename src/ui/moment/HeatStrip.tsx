'use client';
/** When most readers are at work, hours by days: shaded by their share, picked by pointer or arrow keys. */
import { scaleLinear } from 'd3-scale';
import { useRef, useState, type KeyboardEvent } from 'react';
import type { BestJson } from '#api/types';
import { dayWords } from '#core/time/words';
import { useWords } from '../common/format';
import styles from './HeatStrip.module.css';

interface Props {
  best: BestJson;
  /** The moment chosen, ISO; null where there is none. */
  chosen: string | null;
  onPick: (at: string) => void;
}

/** Narrow enough for a whole day beside its name in the panel. */
const CELL = { width: 11.8, height: 15 };
const RANKED = 3;

export function HeatStrip({ best, chosen, onPick }: Props) {
  const words = useWords();
  const grid = useRef<HTMLDivElement>(null);
  const [focus, setFocus] = useState<[day: number, hour: number]>(() => {
    const at = best.best[0]?.at;
    const day = best.days.findIndex(({ cells }) => cells.some((cell) => cell.at === at));
    return day < 0 ? [0, 9] : [day, best.days[day]!.cells.findIndex((cell) => cell.at === at)];
  });
  const shade = scaleLinear([0, Math.max(1, best.readers)], [0, 1]).clamp(true);
  const count = (working: number) => `${working} of ${best.readers} at work`;

  function go(day: number, hour: number) {
    const next: [number, number] = [
      Math.max(0, Math.min(best.days.length - 1, day)),
      Math.max(0, Math.min(23, hour)),
    ];
    setFocus(next);
    grid.current?.querySelector<HTMLElement>(`[data-cell="${next.join(' ')}"]`)?.focus();
  }
  /** The next moment, in time, at which more are at work than here; else the next at which as many are. */
  function nextBetter() {
    const cells = best.days.flatMap((day, index) => day.cells.map((cell) => ({ ...cell, day: index })));
    const here = cells.findIndex((cell) => cell.day === focus[0] && cell.hour === focus[1]);
    const later = cells.slice(here + 1);
    const found =
      later.find((cell) => cell.at && cell.working > cells[here]!.working) ??
      later.find((cell) => cell.at && cell.working > 0 && cell.working === cells[here]!.working);
    if (found) go(found.day, found.hour);
  }
  function onKeyDown(event: KeyboardEvent) {
    const [day, hour] = focus;
    const moves: Record<string, () => void> = {
      ArrowLeft: () => go(day, hour - 1),
      ArrowRight: () => go(day, hour + 1),
      ArrowUp: () => go(day - 1, hour),
      ArrowDown: () => go(day + 1, hour),
      Home: () => go(day, 0),
      End: () => go(day, 23),
      '+': nextBetter,
    };
    const move = moves[event.key];
    if (!move) return;
    event.preventDefault();
    event.stopPropagation();
    move();
  }

  if (best.best.length === 0)
    return (
      <p className={styles.none}>None of these readers is at work in the next 14 days, as far as is known.</p>
    );
  return (
    <div className={styles.heat}>
      <ol className={styles.ranked} aria-label="Best moments">
        {best.best.slice(0, RANKED).map(({ at, working }) => (
          <li key={at}>
            <button type="button" onClick={() => onPick(at)} aria-pressed={at === chosen}>
              {words.moment(at)} <span className="quiet">{count(working)}</span>
            </button>
          </li>
        ))}
      </ol>
      <div
        role="grid"
        aria-label="Readers at work by hour of my day; plus goes to the next better hour"
        className={styles.grid}
        ref={grid}
        onKeyDown={onKeyDown}
      >
        <div role="row" className={styles.row}>
          <span role="columnheader" className={styles.head}>
            <span className="unseen">Day</span>
          </span>
          {Array.from({ length: 24 }, (_, hour) => (
            <span role="columnheader" key={hour} className={styles.hour} style={{ width: CELL.width }}>
              {hour % 3 === 0 ? hour : <span className="unseen">{hour}</span>}
            </span>
          ))}
        </div>
        {best.days.map(({ date, cells }, day) => (
          <div role="row" key={date} className={styles.row}>
            <span role="rowheader" className={styles.head}>
              {dayWords(`${date}T00:00`, `${date}T00:00`)}
            </span>
            {cells.map(({ hour, at, working }) => (
              <button
                type="button"
                role="gridcell"
                key={hour}
                data-cell={`${day} ${hour}`}
                tabIndex={focus[0] === day && focus[1] === hour ? 0 : -1}
                aria-disabled={at === null}
                aria-selected={at !== null && at === chosen}
                aria-label={at ? `${words.moment(at)}, ${count(working)}` : `${hour}:00, past`}
                title={at ? `${words.moment(at)}, ${count(working)}` : undefined}
                className={at ? styles.cell : styles.past}
                style={{ ...CELL, '--share': shade(working) } as React.CSSProperties}
                onFocus={() => setFocus([day, hour])}
                onClick={() => at && onPick(at)}
              />
            ))}
          </div>
        ))}
      </div>
    </div>
  );
}
