/** How long to wait for somebody, from how long they have taken before. */
import { quantile } from '../people/answerTimes';

export interface Habit {
  /** Answers counted. */
  count: number;
  /** Nine in ten came within so many hours, rounded up. */
  hours: number;
}

/** Fewer answers are no habit. */
export const FEWEST_ANSWERS = 4;
const MOST_OF_THEM = 0.9;
const HOUR_MS = 3_600_000;

/** @param delays ms from my message leaving to the answer arriving; undefined where they are too few to tell */
export function habitOf(delays: readonly number[]): Habit | undefined {
  const sorted = delays.filter((delay) => delay >= 0).sort((a, b) => a - b);
  if (sorted.length < FEWEST_ANSWERS) return undefined;
  const hours = Math.max(1, Math.ceil(quantile(sorted, MOST_OF_THEM) / HOUR_MS));
  return { count: sorted.length, hours };
}

const DAY_HOURS = 24;

/** “nine in ten of 12 answers came within 26 h”. */
export const habitWords = ({ count, hours }: Habit): string => {
  const within = hours < 3 * DAY_HOURS ? `${hours} h` : `${Math.ceil(hours / DAY_HOURS)} days`;
  return `nine in ten of ${count} answers came within ${within}`;
};
