/** Which part of a person's day a wall-clock time falls in, and when their working time begins and ends. */
import type { Leave } from './leave';

export type DayPart = 'night' | 'waking' | 'working' | 'weekend' | 'holiday' | 'leave';

/** A span of time, minutes after midnight; `from` inclusive, `to` exclusive, `from < to`. */
export interface DaySpan {
  from: number;
  to: number;
}

export const DAY_MINUTES = 1440;

/** A person's week. */
export interface WorkingWeek {
  /**
   * Working spans by ISO weekday, index 0 = Monday; an empty list is a day off. Length 7. What goes on past midnight
   * belongs to the day it began on, and ends after {@link DAY_MINUTES}.
   */
  work: DaySpan[][];
  /** When the person is awake, every day. */
  waking: DaySpan;
}

/** When a person works. */
export interface Working {
  week: WorkingWeek;
  leave?: readonly Leave[];
  /** Names of public holidays by date (`2026-12-25`); undefined where no calendar is known for their place. */
  holidays?: Readonly<Record<string, string>>;
}

const officeDay: DaySpan[] = [{ from: 9 * 60, to: 17 * 60 }];

/** Monday to Friday, 09:00 to 17:00; awake 07:00 to 22:00. Used where nothing else is known. */
export const defaultWeek: WorkingWeek = {
  work: [officeDay, officeDay, officeDay, officeDay, officeDay, [], []],
  waking: { from: 7 * 60, to: 22 * 60 },
};

export const defaultWorking: Working = { week: defaultWeek };

/** How far ahead a working day is looked for: longer than any leave that is not a parting. */
const LOOK_AHEAD_DAYS = 400;

const within = (span: DaySpan, minute: number) => minute >= span.from && minute < span.to;

/** 0 = Monday. A date by itself has no zone; counted here because it is asked for every reader of a preview. */
const weekdayIndex = (date: string) => (new Date(`${date}T00:00Z`).getUTCDay() + 6) % 7;

/** What kind of day it is for a person, with the name of what makes it so. */
export interface DayKind {
  kind: 'working' | 'weekend' | 'holiday' | 'leave';
  /** The holiday's name, or the note of the leave; empty where there is none. */
  name: string;
}

/** @param date `2026-12-25` */
export function dayKind(date: string, who: Working = defaultWorking): DayKind {
  const away = who.leave?.find((leave) => leave.from <= date && date <= leave.to);
  if (away) return { kind: 'leave', name: away.note };
  const holiday = who.holidays?.[date];
  if (holiday !== undefined) return { kind: 'holiday', name: holiday };
  return { kind: (who.week.work[weekdayIndex(date)] ?? []).length ? 'working' : 'weekend', name: '' };
}

/** The working spans that begin on a day, none on days off. @param date `2026-12-25` */
export function workOn(date: string, who: Working = defaultWorking): readonly DaySpan[] {
  if (dayKind(date, who).kind !== 'working') return [];
  return who.week.work[weekdayIndex(date)]!;
}

const minuteOf = (local: string) => Number(local.slice(11, 13)) * 60 + Number(local.slice(14, 16));

/**
 * The part of the day at a wall-clock time. Night wins over days off: at 03:00 on a Sunday people sleep.
 * @param local `2026-12-01T08:30`, seconds allowed
 */
export function dayPart(local: string, who: Working = defaultWorking): DayPart {
  const date = local.slice(0, 10);
  const minute = minuteOf(local);
  const { kind } = dayKind(date, who);
  const present = workOn(date, who).some((span) => within(span, minute));
  const sinceYesterday = workOn(plusDays(date, -1), who).some((span) => within(span, minute + DAY_MINUTES));
  if (present || sinceYesterday) return 'working';
  if (!within(who.week.waking, minute)) return 'night';
  return kind === 'working' ? 'waking' : kind;
}

/** The part of the day in words, to follow a time: "08:30, before work". */
export function dayPartWords(local: string, who: Working = defaultWorking): string {
  const part = dayPart(local, who);
  const date = local.slice(0, 10);
  if (part === 'working') return 'at work';
  if (part === 'night') return 'at night';
  if (part === 'weekend') return 'on a day off';
  if (part === 'holiday') return `on a public holiday, ${dayKind(date, who).name}`;
  if (part === 'leave') return 'on leave';
  const minute = minuteOf(local);
  const work = workOn(date, who);
  if (work.every((span) => minute < span.from)) return 'before work';
  if (work.every((span) => minute >= span.to)) return 'after work';
  return 'in a break';
}

/** A date some days on. Dates have no zone, and all days of UTC are equally long. */
export const plusDays = (date: string, days: number) =>
  new Date(Date.parse(`${date}T00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);

/** `2026-12-25` and minutes after its midnight, of the next day as well → local with seconds. */
export function localAt(date: string, minute: number): string {
  const day = minute >= 1440 ? plusDays(date, 1) : date;
  const two = (n: number) => String(n).padStart(2, '0');
  return `${day}T${two(Math.floor(minute / 60) % 24)}:${two(minute % 60)}:00`;
}

/** Dates from one on, `2026-12-25`, `2026-12-26`, … */
export function* datesFrom(date: string, days: number): Generator<string> {
  for (let n = 0; n < days; n++) yield plusDays(date, n);
}

/** The next start of working time strictly after a wall-clock time, as local `…T09:00:00`; undefined for someone who never works. */
export function nextWorkStart(local: string, who: Working = defaultWorking): string | undefined {
  const after = local.length === 16 ? `${local}:00` : local;
  for (const date of datesFrom(local.slice(0, 10), LOOK_AHEAD_DAYS)) {
    for (const span of workOn(date, who)) {
      const begins = localAt(date, span.from);
      if (begins > after) return begins;
    }
  }
  return undefined;
}

/** The first start of a working day on or after a date; undefined for someone who never works. */
export function firstWorkStart(date: string, who: Working = defaultWorking): string | undefined {
  for (const day of datesFrom(date, LOOK_AHEAD_DAYS)) {
    const [first] = workOn(day, who);
    if (first) return localAt(day, first.from);
  }
  return undefined;
}

/**
 * The end of the first working day that is not over at a wall-clock time, as local `…T17:00:00`. Between two of them it
 * is the end of the one to come.
 */
export function nextWorkEnd(local: string, who: Working = defaultWorking): string | undefined {
  const after = local.length === 16 ? `${local}:00` : local;
  // What began yesterday may still be going on.
  for (const date of datesFrom(plusDays(local.slice(0, 10), -1), LOOK_AHEAD_DAYS)) {
    const last = workOn(date, who).at(-1);
    if (!last) continue;
    const ends = localAt(date, last.to);
    if (ends > after) return ends;
  }
  return undefined;
}

/** Working spans of one calendar day as local `[from, to]` pairs, for drawing. */
export function workingSpans(date: string, who: Working = defaultWorking): { from: string; to: string }[] {
  return workOn(date, who).map((span) => ({ from: localAt(date, span.from), to: localAt(date, span.to) }));
}

/**
 * The day so many of somebody’s working days after another, or before it where the count is negative.
 * @param date `2026-12-25`; @returns undefined where they work too seldom for that
 */
export function plusWorkingDays(
  date: string,
  count: number,
  who: Working = defaultWorking,
): string | undefined {
  let day = date;
  let left = Math.abs(count);
  for (let n = 0; left > 0; n++) {
    if (n === LOOK_AHEAD_DAYS) return undefined;
    day = plusDays(day, Math.sign(count));
    if (dayKind(day, who).kind === 'working') left--;
  }
  return day;
}
