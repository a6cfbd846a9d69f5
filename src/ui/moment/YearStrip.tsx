'use client';
/** The next twelve months with the days on which something leaves: a line a month, a mark a day. */
import { scaleLinear } from 'd3-scale';
import type { PreviewJson } from '#api/types';
import { monthName } from '#core/time/words';
import styles from './SeriesPreview.module.css';

const WIDTH = 332;
const NAME = 30;
const LINE = 14;
const LONGEST = 31;

const daysIn = (year: number, month: number) => new Date(Date.UTC(year, month, 0)).getUTCDate();

/** @param today `2026-12-01`, on the clock it goes by */
export function YearStrip({
  days,
  today,
}: {
  days: NonNullable<PreviewJson['repeats']>['days'];
  today: string;
}) {
  const [year, month] = today.split('-').map(Number) as [number, number];
  const months = Array.from({ length: 13 }, (_, n) => ({
    year: year + Math.floor((month - 1 + n) / 12),
    month: ((month - 1 + n) % 12) + 1,
  }));
  const x = scaleLinear([1, LONGEST + 1], [NAME, WIDTH]);
  const width = x(2) - x(1) - 1;
  const total = days.reduce((sum, { times }) => sum + times, 0);
  const off = days.filter((day) => day.off).length;
  const label = `${total} times in the next twelve months, on ${days.length} days, ${off} of them days off`;
  const line = new Map(months.map(({ year: y, month: m }, n) => [`${y}-${String(m).padStart(2, '0')}`, n]));
  return (
    <svg
      role="img"
      aria-label={label}
      className={styles.year}
      viewBox={`0 0 ${WIDTH} ${months.length * LINE}`}
      width="100%"
    >
      {months.map(({ year: y, month: m }, n) => (
        <g key={n}>
          <text x={0} y={n * LINE + 10} className={styles.month}>
            {monthName(m).slice(0, 3)}
          </text>
          <rect
            x={NAME}
            y={n * LINE + 2}
            width={x(daysIn(y, m) + 1) - NAME - 1}
            height={LINE - 4}
            className={styles.days}
          />
        </g>
      ))}
      {days.map((day) => {
        const n = line.get(day.date.slice(0, 7));
        if (n === undefined) return null;
        return (
          <rect
            key={day.date}
            x={x(Number(day.date.slice(8)))}
            y={n * LINE + (day.off ? 5 : 2)}
            width={width}
            height={day.off ? LINE - 10 : LINE - 4}
            className={day.off ? styles.off : styles.on}
          />
        );
      })}
    </svg>
  );
}
