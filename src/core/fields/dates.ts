/** Dates reckoned from the day a message lands: `{{the friday after}}`, `{{3 working days after}}`, `{{end of the month}}`. */
import { CALENDAR } from '../text/calendarNames';
import { defaultWorking, plusDays, plusWorkingDays, type Working } from '../time/dayParts';
import { dateOfDay, dayNumber, dayNumberOf, weekdayOf } from '../time/dayNumber';
import { isLocal } from '../time/wallClock';

const WEEKDAYS = new Map(
  CALENDAR.en.weekdays.flatMap((forms, index) =>
    forms.map((form) => [form.toLowerCase(), index + 1] as const),
  ),
);
const WEEKDAY = `(${[...WEEKDAYS.keys()].join('|')})`;
/** The day that is counted from: that of the landing, or one that is named. */
const FROM = String.raw`(?:\s+(?:the\s+)?(date|landing day|day it lands|it lands|\d{4}-\d{2}-\d{2}))?`;

const DATE = /^\d{4}-\d{2}-\d{2}$/;
const isDate = (text: string) => DATE.test(text) && isLocal(`${text}T00:00`);

const BY_WEEKDAY = new RegExp(`^(?:the\\s+)?(?:next\\s+)?${WEEKDAY}\\s+(after|before)${FROM}$`);
const NEXT_WEEKDAY = new RegExp(`^(?:the\\s+)?next\\s+${WEEKDAY}$`);
const BY_COUNT = new RegExp(
  `^(an?|one|two|three|\\d{1,3})\\s+(working\\s+)?(day|week|month|year)s?\\s+(after|before|from)${FROM}$`,
);
const END = /^(?:the\s+)?end of (the|this|next) (week|month|year)$/;
const SMALL: Readonly<Record<string, number>> = { a: 1, an: 1, one: 1, two: 2, three: 3 };

/** The same day some months on; where there is none, the last of that month. */
function plusMonths(date: string, months: number): string {
  const [year, month, day] = date.split('-').map(Number) as [number, number, number];
  const begins = (n: number) =>
    dayNumber(year + Math.floor((n - 1) / 12), ((((n - 1) % 12) + 12) % 12) + 1, 1);
  return dateOfDay(Math.min(begins(month + months) + day - 1, begins(month + months + 1) - 1));
}

/** The weekday after or before a day, never that day itself. */
function besideWeekday(from: string, weekday: number, after: boolean): string {
  const away = (weekday - weekdayOf(dayNumberOf(from)) + 7) % 7;
  return plusDays(from, after ? away || 7 : (away || 7) - 7 || -7);
}

function endOf(date: string, which: string, unit: string): string {
  const on = which === 'next' ? 1 : 0;
  if (unit === 'week') return plusDays(date, 7 - weekdayOf(dayNumberOf(date)) + 7 * on);
  const year = Number(date.slice(0, 4)) + (unit === 'year' ? on : 0);
  if (unit === 'year') return `${year}-12-31`;
  return plusDays(plusMonths(`${date.slice(0, 8)}01`, on + 1), -1);
}

/**
 * @param name of a field, lower case
 * @param landing the day it lands, on its reader’s clock: `2026-12-03`
 * @param working of the reader, for days of work
 * @returns `2026-12-04`; undefined where it is no date, or none that can be reckoned
 */
export function dateNamed(
  name: string,
  landing: string,
  working: Working = defaultWorking,
): string | undefined {
  if (name === 'date' || name === 'landing day' || name === 'the landing day') return landing;
  if (isDate(name)) return name;
  const base = (text: string | undefined) => (text && isDate(text) ? text : landing);
  const beside = BY_WEEKDAY.exec(name);
  if (beside) return besideWeekday(base(beside[3]), WEEKDAYS.get(beside[1]!)!, beside[2] === 'after');
  const next = NEXT_WEEKDAY.exec(name);
  if (next) return besideWeekday(landing, WEEKDAYS.get(next[1]!)!, true);
  const end = END.exec(name);
  if (end) return endOf(landing, end[1]!, end[2]!);
  const counted = BY_COUNT.exec(name);
  if (!counted) return undefined;
  const [, many, work, unit, way, from] = counted as unknown as [
    string,
    string,
    string?,
    string?,
    string?,
    string?,
  ];
  const count = (SMALL[many] ?? Number(many)) * (way === 'before' ? -1 : 1);
  if (work) return unit === 'day' ? plusWorkingDays(base(from), count, working) : undefined;
  if (unit === 'month' || unit === 'year')
    return plusMonths(base(from), unit === 'year' ? 12 * count : count);
  return plusDays(base(from), unit === 'week' ? 7 * count : count);
}

/** The number of the week, ISO 8601. @param date `2026-12-03` */
export function isoWeek(date: string): number {
  const day = dayNumberOf(date);
  const thursday = day - weekdayOf(day) + 4;
  return Math.floor((thursday - dayNumberOf(`${dateOfDay(thursday).slice(0, 4)}-01-01`)) / 7) + 1;
}

/** `days until 2026-12-12`: counted from the landing day; undefined where the name is no such thing. */
export function daysUntil(name: string, landing: string): number | undefined {
  const until = /^days until (\d{4}-\d{2}-\d{2})$/.exec(name)?.[1];
  return until && isDate(until) ? dayNumberOf(until) - dayNumberOf(landing) : undefined;
}
