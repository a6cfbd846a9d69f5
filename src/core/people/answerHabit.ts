/** When somebody answers, by the hour of their week, and how fast. */
import { quantile } from './answerTimes';
import { toLocal } from '../time/wallClock';

/** One answer of theirs. */
export interface AnswerGiven {
  /** When it came, epoch ms. */
  at: number;
  /** Ms from my message leaving to it. */
  delay: number;
}

export interface HourOfWeek {
  /** 0 is Monday. */
  weekday: number;
  /** 0 to 23, on their clock. */
  hour: number;
  count: number;
}

/** How many answers came within so long, and not within the one before. */
export interface Speed {
  /** Ms; null: later than all of them. */
  within: number | null;
  count: number;
}

export interface AnswerHabit {
  /** Answers counted. */
  count: number;
  /** Ms; half of them came sooner, and nine in ten. */
  median: number;
  nineInTen: number;
  /** The hours in which any came, most first, then by the week. */
  hours: HourOfWeek[];
  speed: Speed[];
}

const HOUR = 3_600_000;
const STEPS = [HOUR, 4 * HOUR, 12 * HOUR, 24 * HOUR, 72 * HOUR, 168 * HOUR];

const WEEK_HOURS = 168;
const MONDAY = Date.parse('1970-01-05T00:00Z');

/** @param zone theirs @returns undefined where none is known */
export function answerHabit(answers: readonly AnswerGiven[], zone: string): AnswerHabit | undefined {
  const given = answers.filter(({ delay }) => delay >= 0);
  if (given.length === 0) return undefined;
  const counts = new Array<number>(WEEK_HOURS).fill(0);
  for (const { at } of given) {
    const hours = Math.floor((Date.parse(`${toLocal(at, zone)}Z`) - MONDAY) / HOUR);
    counts[((hours % WEEK_HOURS) + WEEK_HOURS) % WEEK_HOURS]!++;
  }
  const delays = given.map(({ delay }) => delay).sort((a, b) => a - b);
  let before = 0;
  const speed = [...STEPS, null].map((within): Speed => {
    const upTo = within === null ? delays.length : delays.filter((delay) => delay <= within).length;
    const count = upTo - before;
    before = upTo;
    return { within, count };
  });
  return {
    count: given.length,
    median: quantile(delays, 0.5),
    nineInTen: quantile(delays, 0.9),
    hours: counts
      .map((count, index) => ({ weekday: Math.floor(index / 24), hour: index % 24, count }))
      .filter(({ count }) => count > 0)
      .sort((a, b) => b.count - a.count),
    speed,
  };
}
