/** What the words of a phrase can mean, each on its own. */
import type { Plan } from '../plan/plan';
import type { PartOfDay } from '../time/partOfDay';
import type { NamedPlace } from './places';

export type Feast = 'easter' | 'good-friday' | 'easter-monday';

/** A day, however it was named. */
export type DaySpec =
  /** Calendar days from today. */
  | { type: 'in-days'; days: number }
  | { type: 'in-months'; months: number }
  /** Working days after today. */
  | { type: 'working-days'; days: number }
  /**
   * ISO weekday, 1 = Monday: the nearest, the one of this week, of the next one, or either of the last two. Weeks are
   * added to it.
   */
  | { type: 'weekday'; weekday: number; which: 'nearest' | 'this' | 'next' | 'next-week'; weeks?: number }
  /** Without a month the next month that has such a day; without a year the next year. */
  | { type: 'date'; day: number; month?: number; year?: number }
  | { type: 'feast'; feast: Feast }
  /** The first working day of the coming week or month, the last one of this week. */
  | { type: 'next-week' }
  | { type: 'next-month' }
  | { type: 'week-end' }
  /** Of this month where none is named. */
  | { type: 'end-of-month'; month?: number }
  | { type: 'last-working-day'; month?: number }
  /** The first, second … weekday of a month; -1 is the last one. */
  | { type: 'nth-weekday'; nth: number; weekday: number; month?: number }
  /** The first working day after the leave somebody is on, or goes on next. */
  | { type: 'back' };

/** A time of day. */
export interface TimeSpec {
  /** 0 to 23. */
  hour: number;
  minute: number;
  /**
   * Whether the half of the day is certain: said (9 am), counted to 24 (09, 16h, 9 Uhr), written as a whole time (9:10,
   * which a person who keeps a twelve-hour clock may mean either way), a bare number, or the midnight that ends a day
   * or begins it.
   */
  half: 'said' | 'counted' | 'written' | 'bare' | 'midnight';
}

/** Whose clock is meant. */
export type Whose =
  | { kind: 'mine' }
  | { kind: 'theirs' }
  | { kind: 'each' }
  /** Several zones where a name stands for several places. */
  | { kind: 'place'; places: readonly NamedPlace[] };

/** A length of time from now, seconds. */
export interface Delay {
  seconds: number;
}

/** One meaning of a run of words. */
export type Part =
  | { kind: 'day'; day: DaySpec }
  | { kind: 'part'; part: PartOfDay }
  | { kind: 'time'; time: TimeSpec }
  | { kind: 'whose'; whose: Whose }
  | { kind: 'delay'; delay: Delay }
  | { kind: 'now' }
  /** Is meant only where a time of day is said as well. */
  | { kind: 'with-time' }
  /** Names no moment to come: it repeats, or it is past. */
  | { kind: 'no-moment'; why: 'repeats' | 'past' }
  /** Several of these in one word: tonight. */
  | { kind: 'several'; parts: Part[] }
  /** Says nothing by itself: at, on, the. Never the last word. */
  | { kind: 'filler' };

/** Words from one to before another, by their place in the phrase. */
export interface Run {
  from: number;
  to: number;
}

/** Everything one way of reading the words says. */
export interface Said {
  days: DaySpec[];
  /** The words the days were said in. */
  dayWords?: Run;
  time?: TimeSpec;
  part?: PartOfDay;
  whose?: Whose;
  delay?: Delay;
  now?: boolean;
  withTime?: boolean;
  noMoment?: { why: 'repeats' | 'past'; words: Run };
}

/** One way to read a phrase. */
export interface Reading {
  plan: Plan;
  /** “Wed 25 Nov at 08:30 in Osaka”. */
  words: string;
}
