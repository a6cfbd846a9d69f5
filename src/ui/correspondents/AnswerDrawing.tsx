'use client';
/** When somebody answers, hours by days of their week, and how fast: drawn, and the same as lists. */
import { max } from 'd3-array';
import { scaleBand, scaleLinear } from 'd3-scale';
import { zoneCity } from '#core/time/zones';
import { englishWeekday } from '#core/text/calendarNames';
import { FEWEST_ANSWERS } from '#core/watch/habit';
import { durationWords, timeWords } from '#core/time/words';
import { useAnswerHabit, useSettings } from '../data/queries';
import styles from './AnswerDrawing.module.css';

const WIDTH = 300;
const LEFT = 34;
const ROW = 15;
const TOP = 14;
const MARKED_HOURS = [0, 6, 12, 18];
const RANKED = 5;
const FAINTEST = 0.25;

const two = (n: number) => String(n).padStart(2, '0');
const weekdayName = (weekday: number) => englishWeekday(weekday + 1).slice(0, 3);
const answersWords = (count: number) => `${count} ${count === 1 ? 'answer' : 'answers'}`;

export function AnswerDrawing({ id, name }: { id: string; name: string }) {
  const habit = useAnswerHabit(id).data?.habit;
  const { hourCycle } = useSettings();
  if (!habit) return null;
  const { hours, speed, count, zone, theirs } = habit;
  const most = max(hours, (each) => each.count) ?? 1;
  const shade = scaleLinear([1, Math.max(2, most)], [FAINTEST, 1]).clamp(true);
  const x = scaleBand(
    Array.from({ length: 24 }, (_, hour) => hour),
    [LEFT, WIDTH],
  ).padding(0.12);
  const y = scaleBand(
    Array.from({ length: 7 }, (_, weekday) => weekday),
    [TOP, TOP + 7 * ROW],
  ).padding(0.12);
  const length = scaleLinear([0, max(speed, (each) => each.count) ?? 1], [0, 100]);
  const clock = (hour: number) => timeWords(`2026-01-01T${two(hour % 24)}:00:00`, hourCycle);
  const span = ({ weekday, hour }: (typeof hours)[number]) =>
    `${weekdayName(weekday)} ${clock(hour)} to ${clock(hour + 1)}`;
  const spans = speed.map((each, index) => ({
    ...each,
    words:
      each.within === null
        ? `later than ${durationWords(speed[index - 1]!.within!)}`
        : `within ${durationWords(each.within)}`,
  }));
  return (
    <section className={styles.drawing} aria-label="When they answer">
      <h3>When {name} answers</h3>
      <p className="quiet">
        {answersWords(count)} in the archive, on {theirs ? 'their' : 'your'} clock ({zoneCity(zone)}).{' '}
        {count < FEWEST_ANSWERS
          ? 'Too few to propose by; they go nowhere else.'
          : `Nine in ten came within ${durationWords(habit.nineInTen)}. Watches propose by this; it goes nowhere else.`}
      </p>
      <svg
        viewBox={`0 0 ${WIDTH} ${TOP + 7 * ROW}`}
        role="img"
        aria-label={`Answers by the hours of the week, most of them ${span(hours[0]!)}`}
      >
        {MARKED_HOURS.map((hour) => (
          <text key={hour} x={x(hour)} y={TOP - 4}>
            {two(hour)}
          </text>
        ))}
        {y.domain().map((weekday) => (
          <g key={weekday}>
            <text x={0} y={y(weekday)! + y.bandwidth() - 2}>
              {weekdayName(weekday)}
            </text>
            {x.domain().map((hour) => (
              <rect
                key={hour}
                x={x(hour)}
                y={y(weekday)}
                width={x.bandwidth()}
                height={y.bandwidth()}
                className={styles.empty}
              />
            ))}
          </g>
        ))}
        {hours.map((each) => (
          <rect
            key={`${each.weekday} ${each.hour}`}
            x={x(each.hour)}
            y={y(each.weekday)}
            width={x.bandwidth()}
            height={y.bandwidth()}
            className={styles.cell}
            opacity={shade(each.count)}
          >
            <title>{`${span(each)}: ${answersWords(each.count)}`}</title>
          </rect>
        ))}
      </svg>
      <ol className={styles.ranked} aria-label="Their hours, most answers first">
        {hours.slice(0, RANKED).map((each) => (
          <li key={`${each.weekday} ${each.hour}`}>
            {span(each)}: {answersWords(each.count)}
          </li>
        ))}
      </ol>
      <ul className={styles.speed} aria-label="How fast">
        {spans.map((each) => (
          <li key={each.words}>
            <span>{each.words}</span>
            <span className={styles.bar} style={{ inlineSize: `${length(each.count)}%` }} aria-hidden />
            <span>{each.count}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
