/** The grammar: what each kind of pattern means, in whatever language it is said. */
import { PARTS_OF_DAY, type PartOfDay } from '../time/partOfDay';
import type { DaySpec, Feast, Part, TimeSpec } from './parts';
import type { NamedPlace } from './places';
import type { Slots } from './pattern';

/** A number, a weekday, a length … or places. */
export type SlotValue = number | readonly NamedPlace[];

type Values = Slots<SlotValue>;
/** undefined where the values make no sense together. */
type Meaning = (slots: Values) => Part | undefined;

const number = (slots: Values, name: string) => slots[name] as number | undefined;
const day = (spec: DaySpec): Part => ({ kind: 'day', day: spec });
const several = (...parts: Part[]): Part => ({ kind: 'several', parts });
const WITH_TIME: Part = { kind: 'with-time' };
const part =
  (name: PartOfDay): Meaning =>
  () => ({ kind: 'part', part: name });
const onDay =
  (days: number): Meaning =>
  () =>
    day({ type: 'in-days', days });
const today =
  (name: PartOfDay): Meaning =>
  () =>
    several(day({ type: 'in-days', days: 0 }), { kind: 'part', part: name });
const always =
  (spec: DaySpec): Meaning =>
  () =>
    day(spec);
/** A day that is in every year, of the year that is named or of the next. */
const yearly =
  (on: number, month: number): Meaning =>
  (slots) => {
    const year = number(slots, 'year');
    return day({ type: 'date', day: on, month, ...(year && { year }) });
  };
const feast = (name: Feast) => always({ type: 'feast', feast: name });
const weekday =
  (which: (DaySpec & { type: 'weekday' })['which'], weeks?: number): Meaning =>
  (slots) =>
    day({ type: 'weekday', weekday: number(slots, 'weekday')!, which, ...(weeks && { weeks }) });

function clock(total: number, half: TimeSpec['half']): Part {
  const minutes = (total + 1440) % 1440;
  return { kind: 'time', time: { hour: Math.floor(minutes / 60), minute: minutes % 60, half } };
}

/** An hour and minutes after or before it, on the half of the day that is said, or either. */
const around =
  (sign: 1 | -1, half: TimeSpec['half'], fixed?: number): Meaning =>
  (slots) => {
    const past = number(slots, 'past') ?? number(slots, 'minute') ?? fixed ?? 0;
    // Where a language has a word of its own for it, the pattern names no hour: “la una”.
    const hour = number(slots, 'hour') ?? number(slots, 'hourWord') ?? 1;
    const said = number(slots, 'halfDay');
    if (said !== undefined)
      return hour >= 1 && hour <= 12 ? clock(((hour % 12) + said) * 60 + sign * past, 'said') : undefined;
    if (hour === 24) return past === 0 ? clock(0, 'midnight') : undefined;
    // Who says thirteen, or none, counts to 24.
    return clock(hour * 60 + sign * past, hour === 0 || hour > 12 ? 'counted' : half);
  };

const places: Meaning = (slots) => ({
  kind: 'whose',
  whose: { kind: 'place', places: (slots.place ?? slots.reader ?? slots.readers) as readonly NamedPlace[] },
});

/** A length from the slots that hold it. @param half of the hours named are added */
const delay =
  (half = 0): Meaning =>
  (slots) => {
    const { n = 1, hours, minutes, seconds, glued = 0, minute } = slots as Record<string, number | undefined>;
    let sum = glued;
    if (hours !== undefined) sum += (n + half) * hours;
    // What follows hours is counted by itself.
    if (minute !== undefined) sum += minute * 60;
    else if (minutes !== undefined) sum += n * minutes;
    if (seconds !== undefined) sum += n * seconds;
    return Number.isInteger(sum) && sum > 0 ? { kind: 'delay', delay: { seconds: sum } } : undefined;
  };

const inMonths =
  (unit: 'months' | 'years'): Meaning =>
  (slots) => {
    const months = number(slots, 'n')! * number(slots, unit)!;
    return Number.isInteger(months) ? day({ type: 'in-months', months }) : undefined;
  };

const noMoment =
  (why: 'repeats' | 'past'): Meaning =>
  () => ({ kind: 'no-moment', why });

const length =
  (seconds: number): Meaning =>
  () => ({ kind: 'delay', delay: { seconds } });

/** The earlier of two meanings of the same words is the likelier. */
export const MEANINGS = {
  now: () => ({ kind: 'now' }),
  repeats: noMoment('repeats'),
  past: noMoment('past'),

  today: onDay(0),
  tomorrow: onDay(1),
  dayAfterTomorrow: onDay(2),
  fewDays: onDay(3),
  tonight: today('evening'),
  thisNight: today('night'),
  thisMorning: today('morning'),
  thisAfternoon: today('afternoon'),
  nextWorkingDay: always({ type: 'working-days', days: 1 }),
  workingDays: (slots) => {
    const days = number(slots, 'n')!;
    return Number.isInteger(days) ? day({ type: 'working-days', days }) : undefined;
  },
  // What people say for one week or two where they count both ends.
  aWeek: onDay(7),
  aFortnight: onDay(14),
  inDays: (slots) => {
    const days = number(slots, 'gluedDays') ?? number(slots, 'n')! * number(slots, 'days')!;
    return Number.isInteger(days) ? day({ type: 'in-days', days }) : undefined;
  },
  inMonths: inMonths('months'),
  inYears: inMonths('years'),
  endOfMonth: (slots) => day({ type: 'end-of-month', month: number(slots, 'month') }),
  lastWorkingDay: (slots) => day({ type: 'last-working-day', month: number(slots, 'month') }),
  nthWeekday: (slots) =>
    day({
      type: 'nth-weekday',
      nth: number(slots, 'nth')!,
      weekday: number(slots, 'weekday')!,
      month: number(slots, 'month'),
    }),
  nextWeek: always({ type: 'next-week' }),
  nextMonth: always({ type: 'next-month' }),
  weekEnd: () => several(day({ type: 'week-end' }), { kind: 'part', part: 'end' }),
  back: always({ type: 'back' }),

  weekday: weekday('nearest'),
  weekdayThis: weekday('this'),
  weekdayNext: weekday('next'),
  weekdayNextWeek: weekday('next-week'),
  weekdayInAWeek: weekday('nearest', 1),
  weekdayInTwoWeeks: weekday('nearest', 2),
  weeksFrom: (slots) => {
    const days = number(slots, 'n')! * number(slots, 'days')!;
    return days % 7 === 0 ? weekday('nearest', days / 7)(slots) : undefined;
  },
  weekdayMorning: (slots) => several(weekday('nearest')(slots)!, { kind: 'part', part: 'morning' }),
  weekdayPart: (slots) => {
    const value = number(slots, 'weekdayPart')!;
    const weekdayNumber = Math.floor(value / PARTS_OF_DAY.length);
    return several(weekday('nearest')({ weekday: weekdayNumber })!, {
      kind: 'part',
      part: PARTS_OF_DAY[value % PARTS_OF_DAY.length]!,
    });
  },
  weekdayDay: (slots) =>
    several(
      weekday('nearest')(slots)!,
      day({ type: 'date', day: number(slots, 'day')! }),
      ...(slots.dayth === undefined ? [WITH_TIME] : []),
    ),
  date: (slots) => {
    const glued = number(slots, 'gluedMonth');
    const [month, on] = glued
      ? [Math.floor(glued / 100), glued % 100]
      : [number(slots, 'month')!, number(slots, 'day')!];
    const year = number(slots, 'year');
    return day({ type: 'date', day: on, month, ...(year && { year }) });
  },
  dayOfMonth: (slots) => day({ type: 'date', day: (number(slots, 'day') ?? number(slots, 'dayth'))! }),
  // An article and a number, which is a day only where a time follows.
  dayWithTime: (slots) => several(day({ type: 'date', day: number(slots, 'day')! }), WITH_TIME),
  christmas: yearly(25, 12),
  christmasEve: yearly(24, 12),
  newYear: yearly(1, 1),
  newYearsEve: yearly(31, 12),
  goodFriday: feast('good-friday'),
  easter: feast('easter'),
  easterMonday: feast('easter-monday'),

  start: part('start'),
  morning: part('morning'),
  lunch: part('lunch'),
  afternoon: part('afternoon'),
  end: part('end'),
  evening: part('evening'),
  night: part('night'),
  aroundNoon: () => several({ kind: 'part', part: 'lunch' }, WITH_TIME),
  smallHours: () => several({ kind: 'part', part: 'morning' }, WITH_TIME),

  mine: () => ({ kind: 'whose', whose: { kind: 'mine' } }),
  theirs: () => ({ kind: 'whose', whose: { kind: 'theirs' } }),
  each: () => ({ kind: 'whose', whose: { kind: 'each' } }),

  noon: () => clock(720, 'said'),
  halfPastNoon: () => clock(750, 'said'),
  midnight: () => clock(0, 'midnight'),
  halfPast: around(1, 'bare', 30),
  halfTo: around(-1, 'bare', 30),
  quarterTo: around(-1, 'bare', 15),
  timePast: around(1, 'bare'),
  timeTo: around(-1, 'bare'),
  timePast24: around(1, 'counted'),
  timeTo24: around(-1, 'counted'),
  hour24: around(1, 'counted', 0),
  clock24: (slots) => clock(number(slots, 'clock')!, 'counted'),
  hour: around(1, 'bare', 0),
  /** With its half of the day. */
  hourSaid: around(1, 'said', 0),

  delay: delay(),
  delayAndHalf: delay(0.5),
  quarterHour: length(900),
  halfHour: length(1800),
  threeQuarters: length(2700),
  hourAndHalf: length(5400),

  place: places,
  reader: places,
  /** Says that a time is meant to the minute, as all times are. */
  sharp: () => several(),
  filler: () => ({ kind: 'filler' }),
} satisfies Record<string, Meaning>;

export type MeaningName = keyof typeof MEANINGS;
