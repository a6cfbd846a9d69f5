/** Times in words. English, British date order; 24 or 12 hours by setting. */
import { Temporal } from 'temporal-polyfill';
import { toLocal } from './wallClock';

export type HourCycle = 24 | 12;

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
const LONG_WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const LONG_MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];

/** “Monday”; 0 is Monday. */
export const weekdayName = (weekday: number): string => LONG_WEEKDAYS[weekday]!;
/** “January”; 1 is January. */
export const monthName = (month: number): string => LONG_MONTHS[month - 1]!;

/** “1st”, “22nd”, “13th” */
export function ordinal(n: number): string {
  const tail = n % 100 >= 11 && n % 100 <= 13 ? 'th' : (['th', 'st', 'nd', 'rd'][n % 10] ?? 'th');
  return `${n}${tail}`;
}

const two = (n: number) => String(n).padStart(2, '0');

/**
 * `08:30`, `8:30 am`.
 * @param seconds whether they are named: never by default, where they are not zero, or always
 */
export function timeWords(
  local: string,
  cycle: HourCycle = 24,
  seconds: 'never' | 'if any' | 'always' = 'never',
): string {
  const time = Temporal.PlainDateTime.from(local);
  const named = seconds === 'always' || (seconds === 'if any' && time.second > 0);
  const tail = named ? `:${two(time.second)}` : '';
  if (cycle === 24) return `${two(time.hour)}:${two(time.minute)}${tail}`;
  return `${time.hour % 12 || 12}:${two(time.minute)}${tail} ${time.hour < 12 ? 'am' : 'pm'}`;
}

/** `Wed 25 Nov`, with the year where it differs from `yearOf`'s. */
export function dayWords(local: string, yearOf?: string): string {
  const day = Temporal.PlainDateTime.from(local);
  const year = yearOf && Temporal.PlainDateTime.from(yearOf).year === day.year ? '' : ` ${day.year}`;
  return `${WEEKDAYS[day.dayOfWeek - 1]} ${day.day} ${MONTHS[day.month - 1]}${year}`;
}

/** `Wednesday 25 November`. */
export function longDayWords(local: string): string {
  const day = Temporal.PlainDateTime.from(local);
  return `${LONG_WEEKDAYS[day.dayOfWeek - 1]} ${day.day} ${LONG_MONTHS[day.month - 1]}`;
}

/** “tomorrow”, “Monday”, “Monday 7 December”, seen from a day. */
export function dayName(date: string, today: string): string {
  const days = Temporal.PlainDate.from(today).until(date).days;
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  const long = longDayWords(`${date}T00:00`);
  return days < 7 ? long.split(' ')[0]! : long;
}

/** The calendar day of a local time, `2026-11-25`; sortable and comparable. */
/**
 * “Thu 26 Nov 15:00–16:00”, the day of the end where it is another.
 * @param at @param until epoch ms @param zone IANA name of the clock @param today on it, or on mine: its year is not said
 */
export function spanOn(at: number, until: number, zone: string, today: string, hourCycle: HourCycle): string {
  const [a, b] = [toLocal(at, zone), toLocal(until, zone)];
  const last = a.slice(0, 10) === b.slice(0, 10) ? '' : `${dayWords(b, a)} `;
  return `${dayWords(a, today)} ${timeWords(a, hourCycle)}–${last}${timeWords(b, hourCycle)}`;
}

export const dayOf = (local: string) => local.slice(0, 10);

/**
 * A moment as short as it can be read: `14:25` today, `Wed 02:45` within a week, else `Wed 2 Dec 02:45`.
 * @param at epoch ms; @param now epoch ms
 */
export function momentWords(
  at: number,
  now: number,
  zone: string,
  cycle: HourCycle = 24,
  seconds: 'never' | 'always' = 'never',
): string {
  const local = toLocal(at, zone);
  const today = toLocal(now, zone);
  const time = timeWords(local, cycle, seconds);
  return dayOf(local) === dayOf(today) ? time : withDay(local, today, time);
}

/** The weekday alone within a week to come, today included. @param soonest days from today that still are */
function withDay(local: string, today: string, time: string, soonest = 1): string {
  const days = Temporal.PlainDate.from(dayOf(today)).until(dayOf(local)).days;
  if (days >= soonest && days < 7) return `${dayWords(local, local).split(' ')[0]} ${time}`;
  return `${dayWords(local, today)} ${time}`;
}

/**
 * A moment on somebody else's clock, beside mine: with its weekday wherever the two sides' days differ, or it is not
 * today on both.
 * @param at epoch ms; @param now epoch ms; @param zone theirs
 */
export function momentThere(
  at: number,
  now: number,
  zone: string,
  mine: string,
  cycle: HourCycle = 24,
): string {
  const [local, own, today] = [toLocal(at, zone), toLocal(at, mine), toLocal(now, mine)];
  const time = timeWords(local, cycle);
  if (dayOf(local) === dayOf(own) && dayOf(own) === dayOf(today)) return time;
  // What is still to come may be yesterday where they are.
  return withDay(local, today, time, at >= now ? -1 : 1);
}

const plural = (n: number, unit: string) => `${n} ${unit}`;

/**
 * How long it is until a moment, by what a clock with seconds shows of both: `12 s` from 14:25:18 to 14:25:30, whatever
 * the fractions of a second are.
 * @param at epoch ms
 * @param now epoch ms
 */
export const leftWords = (at: number, now: number): string =>
  durationWords(Math.max(0, Math.floor(at / 1000) - Math.floor(now / 1000)) * 1000);

/**
 * A length of time in words, two units at most: `90 s`, `4 min`, `12 h 21 min`, `3 days 2 h`.
 * @param ms milliseconds, not negative; rounded to the second
 */
export function durationWords(ms: number): string {
  const seconds = Math.round(ms / 1000);
  if (seconds < 120) return `${seconds} s`;
  const minutes = Math.floor(seconds / 60);
  if (minutes < 60)
    return seconds % 60 && minutes < 10 ? `${minutes} min ${seconds % 60} s` : `${minutes} min`;
  const hours = Math.floor(minutes / 60);
  if (hours < 48) return minutes % 60 ? `${hours} h ${minutes % 60} min` : `${hours} h`;
  const days = Math.floor(hours / 24);
  return hours % 24 ? `${plural(days, 'days')} ${hours % 24} h` : plural(days, 'days');
}
