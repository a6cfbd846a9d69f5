/** Dates and times as people type them into a field. What is not certain is not read. */
import { Temporal } from 'temporal-polyfill';
import { plusDays } from './dayParts';

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const WEEKDAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'];

/** Index of the one name that begins with these letters, at least three. */
function named(names: string[], word: string): number {
  return word.length >= 3 ? names.findIndex((name) => word.startsWith(name)) : -1;
}

function dateOf(year: number, month: number, day: number): Temporal.PlainDate | undefined {
  try {
    return Temporal.PlainDate.from({ year, month, day }, { overflow: 'reject' });
  } catch {
    return undefined;
  }
}

/** Without a year it is the next such day, today included. */
function withYear(year: string | undefined, month: number, day: number, today: Temporal.PlainDate) {
  if (year) return dateOf(year.length === 2 ? 2000 + Number(year) : Number(year), month, day);
  const thisYear = dateOf(today.year, month, day);
  if (thisYear && Temporal.PlainDate.compare(thisYear, today) >= 0) return thisYear;
  return dateOf(today.year + 1, month, day);
}

/**
 * Reads `2026-11-25`, `25 Nov`, `Wed 25 Nov 2026`, `Nov 25`, `25.11.`, `25/11/2026` (day first).
 * @param today `2026-11-24`, for dates without a year
 * @returns `2026-11-25`; undefined where it is no date, or the weekday is not that day's
 */
export function readTypedDate(text: string, today: string): string | undefined {
  const now = Temporal.PlainDate.from(today);
  let rest = text.trim().toLowerCase().replace(/[,]/g, ' ').replace(/\s+/g, ' ');
  let weekday = -1;
  const first = /^[a-z]+/.exec(rest)?.[0];
  if (first && named(WEEKDAYS, first) >= 0) {
    weekday = named(WEEKDAYS, first);
    rest = rest.slice(first.length).trim();
  }
  let date: Temporal.PlainDate | undefined;
  let match: RegExpExecArray | null;
  if ((match = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(rest))) {
    date = dateOf(Number(match[1]), Number(match[2]), Number(match[3]));
  } else if ((match = /^(\d{1,2})(?:st|nd|rd|th)? ?([a-z]+)\.?(?: (\d{4}|\d{2}))?$/.exec(rest))) {
    date = withYear(match[3], named(MONTHS, match[2]!) + 1, Number(match[1]), now);
  } else if ((match = /^([a-z]+)\.? (\d{1,2})(?:st|nd|rd|th)?(?: (\d{4}))?$/.exec(rest))) {
    date = withYear(match[3], named(MONTHS, match[1]!) + 1, Number(match[2]), now);
  } else if ((match = /^(\d{1,2})[./](\d{1,2})(?:[./](\d{4}|\d{2})?)?$/.exec(rest))) {
    date = withYear(match[3], Number(match[2]), Number(match[1]), now);
  }
  if (!date || (weekday >= 0 && date.dayOfWeek !== weekday + 1)) return undefined;
  return date.toString();
}

/**
 * Reads `8:30`, `08.30`, `0830`, `8`, `8 am`, `8:30pm`, `21h`, `9h10`, `noon`, `midnight`.
 * @returns `08:30`; undefined where it is no time of day
 */
export function readTypedTime(text: string): string | undefined {
  const typed = text.trim().toLowerCase();
  if (typed === 'noon') return '12:00';
  if (typed === 'midnight') return '00:00';
  const match = /^(\d{1,2})(?:[:.h]?(\d{2})|h)? ?([ap])?\.?(?:m\.?)?$/.exec(typed);
  if (!match || (typed.endsWith('m') && !match[3])) return undefined;
  let hour = Number(match[1]);
  const minute = Number(match[2] ?? 0);
  if (match[3]) {
    if (hour < 1 || hour > 12) return undefined;
    hour = (hour % 12) + (match[3] === 'p' ? 12 : 0);
  }
  if (hour > 23 || minute > 59) return undefined;
  return `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`;
}

/** A date some days on. @param date `2026-11-25` */
export const stepDate = plusDays;

/** A time of day some minutes on, going round at midnight. @param time `08:30` */
export function stepTime(time: string, minutes: number): string {
  return Temporal.PlainTime.from(time).add({ minutes }).toString({ smallestUnit: 'minute' });
}
