/** What the words of a phrase can mean, each on its own. */
import type { Plan } from '../plan/plan';
import type { PartOfDay } from '../time/partOfDay';

/** A day, however it was named. */
export type DaySpec =
  /** Calendar days from today. */
  | { type: 'in-days'; days: number }
  | { type: 'in-months'; months: number }
  /** Working days after today. */
  | { type: 'working-days'; days: number }
  /** ISO weekday, 1 = Monday: the nearest, the one of this week, the one after the nearest, or either with “next”. */
  | { type: 'weekday'; weekday: number; which: 'nearest' | 'this' | 'next' | 'week-after' | 'next-week' }
  /** Without a month the next month that has such a day; without a year the next year. */
  | { type: 'date'; day: number; month?: number; year?: number }
  /** The first working day of the coming week, the last one of this. */
  | { type: 'next-week' }
  | { type: 'week-end' }
  | { type: 'end-of-month' };

/** A time of day. */
export interface TimeSpec {
  /** 0 to 23. */
  hour: number;
  minute: number;
  /**
   * Whether the half of the day is certain: said (9 am, 16h), written as a whole time (9:10, which a person who
   * keeps a twelve-hour clock may mean either way), or a bare number.
   */
  half: 'said' | 'written' | 'bare';
}

/** Whose clock is meant. */
export type Whose =
  | { kind: 'mine' }
  | { kind: 'theirs' }
  | { kind: 'each' }
  /** Several zones where a name stands for several places. */
  | { kind: 'place'; places: { zone: string; place: string }[] };

/** A length of time from now. */
export interface Delay {
  minutes: number;
}

/** One meaning of a run of words. */
export type Part =
  | { kind: 'day'; day: DaySpec }
  | { kind: 'part'; part: PartOfDay }
  | { kind: 'time'; time: TimeSpec }
  | { kind: 'whose'; whose: Whose }
  | { kind: 'delay'; delay: Delay }
  | { kind: 'now' }
  /** Several of these in one word: tonight. */
  | { kind: 'several'; parts: Part[] }
  /** Says nothing by itself: at, on, the. Never the last word. */
  | { kind: 'filler' };

/** Everything one way of reading the words says. */
export interface Said {
  days: DaySpec[];
  time?: TimeSpec;
  part?: PartOfDay;
  whose?: Whose;
  delay?: Delay;
  now?: boolean;
}

/** One way to read a phrase. */
export interface Reading {
  plan: Plan;
  /** “Wed 25 Nov at 08:30 in Osaka”. */
  words: string;
}
