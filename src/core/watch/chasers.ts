/** Second messages in the same thread, that follow where nobody answers. */
import type { Person } from '../people/person';
import { dayPart, nextWorkStart } from '../time/dayParts';
import { toInstant, toLocal } from '../time/wallClock';
import { deadlineWords } from './deadline';
import type { Deadline } from './watch';

/** A chaser is placed for review, or leaves by itself. */
export const CHASER_ENDS = ['review', 'leave'] as const;
export type ChaserEnd = (typeof CHASER_ENDS)[number];

export interface Chasers {
  /** What each of them says; empty: the usual words. */
  text: string;
  then: ChaserEnd;
  /** How many follow at most. */
  times: number;
}

/** What became of one: it has left, will leave, stands still for a look, or was taken back or deleted. */
export const CHASER_STATES = ['left', 'leaves', 'stands-still', 'withdrawn'] as const;
export type ChaserState = (typeof CHASER_STATES)[number];

/** To follow which it is, and to be followed by when. */
export const CHASER_STATE_WORDS: Record<ChaserState, string> = {
  left: 'left',
  leaves: 'leaves',
  'stands-still': 'waits for your look',
  withdrawn: 'was taken back or deleted',
};

/** Whoever has not answered after so many is not reached by another one. */
export const MOST_CHASERS = 5;

/** After a date, the first chaser is given so long. */
const AFTER_A_DATE = 2;

const LONGEST = { hours: 8760, days: 3650, workingDays: 500 };

/** How long is waited after the n-th chaser: each time longer, by as much as was waited first. */
export function gapAfter(deadline: Deadline, chaser: number): Deadline {
  const times = (count: number, most: number) => Math.min(most, count * (chaser + 1));
  if ('hours' in deadline) return { hours: times(deadline.hours, LONGEST.hours) };
  if ('days' in deadline) return { days: times(deadline.days, LONGEST.days) };
  if ('workingDays' in deadline)
    return { workingDays: times(deadline.workingDays, LONGEST.workingDays), of: deadline.of };
  return { workingDays: AFTER_A_DATE * chaser, of: 'reader' };
}

/** Where work ends this soon, a chaser is read the next day, or spoils the evening. */
const ENOUGH_LEFT_MS = 30 * 60_000;

/**
 * A good moment of theirs for a chaser: now while they are at work, else when their work begins next.
 * @returns epoch ms; now where they never work
 */
export function goodMoment(now: number, { zone, working }: Person): number {
  const atWork = (at: number) => dayPart(toLocal(at, zone), working) === 'working';
  if (atWork(now) && atWork(now + ENOUGH_LEFT_MS)) return now;
  const start = nextWorkStart(toLocal(now, zone), working);
  return start === undefined ? now : toInstant(start, zone).at;
}

/** Where a watch with chasers stands. */
export interface Chase {
  deadline: Deadline;
  /** null where none is wanted. */
  chasers: Pick<Chasers, 'then' | 'times'> | null;
  /** How many there have been, with the one that waits. */
  made: number;
  /** When the one that waits leaves, in words; empty while it stands still; undefined where none waits. */
  waits?: string;
}

/** What happens next if nobody answers, to follow “then”. @param name of the reader, where their clock is known */
export function nextStep({ deadline, chasers, made, waits }: Chase, name: string | undefined): string {
  const which = chasers ? `${Math.max(1, made)} of ${chasers.times}` : '';
  const after = made > 0 ? deadlineWords(gapAfter(deadline, made), name) : '';
  if (waits === '') return `chaser ${which} waits for your look`;
  if (waits !== undefined) return `chaser ${which} leaves ${waits}, and is given ${after}`;
  if (!chasers || made >= chasers.times) return 'it is back in the inbox';
  const next = `chaser ${made + 1} of ${chasers.times}`;
  return chasers.then === 'leave' ? `${next} leaves by itself` : `${next} is placed for your review`;
}
