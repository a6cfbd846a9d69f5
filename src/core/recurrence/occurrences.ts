/**
 * When a recurrence rule happens (RFC 5545 §3.3.10), on a wall clock: offsets, gaps and overlaps are nothing to it. One
 * after another, never as a list; days are whole numbers, so that ten years are a few thousand of them.
 */
import { civilOf, dayNumber, localOf, secondsOf, weekdayOf, type Civil } from '../time/dayNumber';
import { toLocal } from '../time/wallClock';
import type { Rule } from './rule';

const DAY_S = 86_400;

/** 0 is Monday, as rules have it. */
const weekdayIn = (day: number) => weekdayOf(day) - 1;
const isLeap = (year: number) => (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
const yearDays = (year: number) => (isLeap(year) ? 366 : 365);
const MONTH_DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];
const monthDays = (year: number, month: number) =>
  month === 2 && isLeap(year) ? 29 : MONTH_DAYS[month - 1]!;

/** The last year there are dates for. */
const LAST_YEAR = 9999;
/** After so many periods in which nothing happens nothing will: dates and weekdays agree again after 400 years. */
const EMPTY_YEARS = 401;
/** Nor after so many hours, minutes or seconds of days on which something could. */
const EMPTY_STEPS = 1_000_000;

/** Number of the week a day is in, and how many weeks its week year has (ISO 8601, with another first day too). */
function weekOf(day: number, weekStart: number): { week: number; of: number } {
  const firstWeek = (year: number) => {
    const first = dayNumber(year, 1, 1);
    const into = (weekdayIn(first) - weekStart + 7) % 7;
    // The first week has at least four days in its year.
    return into <= 3 ? first - into : first + 7 - into;
  };
  const { year } = civilOf(day);
  const own = day < firstWeek(year) ? year - 1 : day >= firstWeek(year + 1) ? year + 1 : year;
  const begin = firstWeek(own);
  return { week: Math.floor((day - begin) / 7) + 1, of: (firstWeek(own + 1) - begin) / 7 };
}

/** True where a list, counted from the beginning or from the end, names `index` of `of`. */
const names = (list: readonly number[], index: number, of: number) =>
  list.includes(index) || list.includes(index - of - 1);

/** Whether a so-manieth weekday is meant within the month, or within the year. */
const withinMonth = (rule: Rule) => rule.freq === 'MONTHLY' || rule.byMonth.length > 0;

/** Of the parts that limit days at most weekdays, and none of them the so-manieth. */
const saysWeekdaysAlone = ({ byMonth, byMonthDay, byYearDay, byWeekNo, byDay }: Rule): boolean =>
  byMonth.length + byMonthDay.length + byYearDay.length + byWeekNo.length === 0 &&
  byDay.every(({ ordinal }) => ordinal === null);

/** The last day of a month in which nothing can be; the day before where something can. */
function overMonth({ byMonth }: Rule, day: number): number {
  if (byMonth.length === 0) return day - 1;
  const { year, month, date } = civilOf(day);
  return byMonth.includes(month) ? day - 1 : day - date + monthDays(year, month);
}

function isDay(rule: Rule, day: number): boolean {
  const weekday = weekdayIn(day);
  // Most days are none by their weekday, and need no date.
  if (rule.byDay.length > 0 && !rule.byDay.some((each) => each.weekday === weekday)) return false;
  if (saysWeekdaysAlone(rule)) return true;
  const { year, month, date } = civilOf(day);
  if (rule.byMonth.length > 0 && !rule.byMonth.includes(month)) return false;
  if (rule.byMonthDay.length > 0 && !names(rule.byMonthDay, date, monthDays(year, month))) return false;
  const ofYear = day - dayNumber(year, 1, 1) + 1;
  if (rule.byYearDay.length > 0 && !names(rule.byYearDay, ofYear, yearDays(year))) return false;
  if (rule.byWeekNo.length > 0) {
    const { week, of } = weekOf(day, rule.weekStart);
    if (!names(rule.byWeekNo, week, of)) return false;
  }
  if (rule.byDay.every(({ ordinal }) => ordinal === null)) return true;
  const [index, length] = withinMonth(rule) ? [date, monthDays(year, month)] : [ofYear, yearDays(year)];
  const [nth, left] = [Math.ceil(index / 7), Math.ceil((length - index + 1) / 7)];
  return rule.byDay.some(
    (each) =>
      each.weekday === weekday && (each.ordinal === null || each.ordinal === nth || each.ordinal === -left),
  );
}

/** The rule with what it does not say taken from its start. */
function completed(
  rule: Rule,
  start: Civil & { weekday: number; hour: number; minute: number; second: number },
): Rule {
  const { freq } = rule;
  const whole = { ...rule };
  const saysDays = [rule.byWeekNo, rule.byYearDay, rule.byMonthDay, rule.byDay].some(
    (list) => list.length > 0,
  );
  if (!saysDays) {
    if (freq === 'YEARLY' && rule.byMonth.length === 0) whole.byMonth = [start.month];
    if (freq === 'YEARLY' || freq === 'MONTHLY') whole.byMonthDay = [start.date];
    if (freq === 'WEEKLY') whole.byDay = [{ weekday: start.weekday, ordinal: null }];
  }
  // Of a week of the year no day is said: the day of the week it began on.
  if (rule.byWeekNo.length > 0 && rule.byDay.length === 0)
    whole.byDay = [{ weekday: start.weekday, ordinal: null }];
  const coarse = ['YEARLY', 'MONTHLY', 'WEEKLY', 'DAILY'].includes(freq);
  if (coarse && rule.byHour.length === 0) whole.byHour = [start.hour];
  if ((coarse || freq === 'HOURLY') && rule.byMinute.length === 0) whole.byMinute = [start.minute];
  if (freq !== 'SECONDLY' && rule.bySecond.length === 0) whole.bySecond = [start.second];
  return whole;
}

const weekStartOf = (rule: Rule, day: number) => day - ((weekdayIn(day) - rule.weekStart + 7) % 7);

/** How many units of its frequency a day is after the start: years, months, weeks or days. */
function unitsTo(rule: Rule, start: number, day: number): number {
  const [begin, there] = [civilOf(start), civilOf(day)];
  if (rule.freq === 'YEARLY') return there.year - begin.year;
  if (rule.freq === 'MONTHLY') return (there.year - begin.year) * 12 + there.month - begin.month;
  if (rule.freq === 'DAILY') return day - start;
  return Math.floor((day - weekStartOf(rule, start)) / 7);
}

/** The days of one period after another. @param near those that end before this day may be left out */
function* periods(rule: Rule, start: number, near: number): Generator<{ from: number; days: number }> {
  const { year, month } = civilOf(start);
  const { freq, interval } = rule;
  const before = Math.floor(unitsTo(rule, start, near) / interval) * interval;
  for (let n = Math.max(0, before); ; n += interval) {
    if (freq === 'YEARLY') {
      if (year + n > LAST_YEAR) return;
      yield { from: dayNumber(year + n, 1, 1), days: yearDays(year + n) };
    } else if (freq === 'MONTHLY') {
      const months = year * 12 + month - 1 + n;
      const [y, m] = [Math.floor(months / 12), (months % 12) + 1];
      if (y > LAST_YEAR) return;
      yield { from: dayNumber(y, m, 1), days: monthDays(y, m) };
    } else {
      const week = freq === 'WEEKLY';
      const first = week ? weekStartOf(rule, start) : start;
      const from = first + n * (week ? 7 : 1);
      if (from > dayNumber(LAST_YEAR, 12, 25)) return;
      yield { from, days: week ? 7 : 1 };
    }
  }
}

/** Those that BYSETPOS chooses of the moments of one period, in order. */
function chosen(rule: Rule, moments: number[]): number[] {
  if (rule.bySetPos.length === 0) return moments;
  const picked = rule.bySetPos.flatMap(
    (position) => moments.at(position > 0 ? position - 1 : position) ?? [],
  );
  return [...new Set(picked)].sort((a, b) => a - b);
}

/** Seconds of a day, in order. */
const timesOf = ({ byHour, byMinute, bySecond }: Rule): number[] =>
  byHour.flatMap((hour) =>
    byMinute.flatMap((minute) => bySecond.map((second) => hour * 3600 + minute * 60 + second)),
  );

/** The moments of a period, in pieces where nothing is chosen among them: of seconds there are many. */
function* inPeriod(rule: Rule, { from, days }: { from: number; days: number }, times: readonly number[]) {
  const all: number[] = [];
  for (let day = from; day < from + days; day++) {
    const over = rule.freq === 'YEARLY' ? overMonth(rule, day) : day - 1;
    if (over >= day) {
      day = over;
      continue;
    }
    if (!isDay(rule, day)) continue;
    const moments = times.map((time) => day * DAY_S + time);
    if (rule.bySetPos.length === 0) yield moments;
    else all.push(...moments);
  }
  if (all.length > 0) yield chosen(rule, all);
}

/** By days, weeks, months and years. */
function* byDays(rule: Rule, start: number, near: number): Generator<number[]> {
  const times = timesOf(rule);
  let empty = 0;
  for (const period of periods(rule, start, Math.floor(near / DAY_S))) {
    empty += period.days * (rule.freq === 'YEARLY' ? 1 : rule.interval);
    for (const moments of inPeriod(rule, period, times)) {
      if (moments.length > 0) empty = 0;
      yield moments;
    }
    if (empty > EMPTY_YEARS * 366) return;
  }
}

const UNIT_S = { HOURLY: 3600, MINUTELY: 60, SECONDLY: 1 };

/** By hours, minutes and seconds: whole days in which nothing can be are stepped over. */
function* byClock(rule: Rule, start: number, unit: number, near: number): Generator<number[]> {
  const step = unit * rule.interval;
  // An hour of the clock is one period, whenever in it the rule began.
  const base = Math.floor(start / unit) * unit;
  const end = dayNumber(LAST_YEAR, 12, 31);
  let last = Math.floor(near / DAY_S);
  let empty = 0;
  let n = Math.max(0, Math.floor((near - base) / step));
  for (;;) {
    const at = base + n * step;
    const day = Math.floor(at / DAY_S);
    if (day > Math.min(end, last + EMPTY_YEARS * 366)) return;
    if (isDay(rule, day)) {
      const moments = chosen(rule, within(rule, at, unit));
      if (moments.length > 0) [last, empty] = [day, 0];
      else if (++empty > EMPTY_STEPS) return;
      yield moments;
      n++;
    } else n = Math.ceil(((day + 1) * DAY_S - base) / step);
  }
}

/** The moments of one hour, minute or second. */
function within(rule: Rule, at: number, unit: number): number[] {
  const time = at % DAY_S;
  const [hour, minute, second] = [Math.floor(time / 3600), Math.floor((time % 3600) / 60), time % 60];
  const fits = (list: readonly number[], value: number) => list.length === 0 || list.includes(value);
  if (!fits(rule.byHour, hour)) return [];
  if (unit === 3600)
    return rule.byMinute.flatMap((each) => rule.bySecond.map((seconds) => at + each * 60 + seconds));
  if (!fits(rule.byMinute, minute)) return [];
  if (unit === 60) return rule.bySecond.map((seconds) => at + seconds);
  return fits(rule.bySecond, second) ? [at] : [];
}

/** When a rule ends, on the clock of a zone; undefined where it does not end at a moment. */
export function untilOn({ until }: Rule, zone: string): string | undefined {
  if (until === null) return undefined;
  return 'local' in until ? until.local : toLocal(until.at, zone);
}

export interface Span {
  /** Those before are left out, and, unless the rule counts them, not even looked at: `2036-12-07T09:00`. */
  from?: string;
  /** The last one there may be on that clock, where the rule ends at one. */
  until?: string;
}

/**
 * The moments of a rule, one after another, in seconds since 1 January 1970 on its clock. The start is among them only
 * where the rule says so. It ends where the rule does, where nothing can happen any more, or with the year 9999.
 * @param start the first moment there may be, `2026-12-07T09:00`
 */
export function* occurrenceSeconds(
  rule: Rule,
  start: string,
  { from = start, until }: Span = {},
): Generator<number> {
  const first = secondsOf(start);
  const day = Math.floor(first / DAY_S);
  const time = first - day * DAY_S;
  const whole = completed(rule, {
    ...civilOf(day),
    weekday: weekdayIn(day),
    hour: Math.floor(time / 3600),
    minute: Math.floor((time % 3600) / 60),
    second: time % 60,
  });
  const last = until === undefined ? Infinity : secondsOf(until);
  const unit = UNIT_S[rule.freq as keyof typeof UNIT_S] as number | undefined;
  const least = Math.max(first, secondsOf(from));
  const near = rule.count === null ? least : first;
  const sets = unit === undefined ? byDays(whole, day, near) : byClock(whole, first, unit, near);
  let left = rule.count ?? Infinity;
  for (const set of sets)
    for (const moment of set) {
      if (moment < first) continue;
      if (moment > last || left-- <= 0) return;
      if (moment >= least) yield moment;
    }
}

/** The same as its clock shows them: `2026-12-07T09:00:00`. */
export function* occurrences(rule: Rule, start: string, span?: Span): Generator<string> {
  for (const moment of occurrenceSeconds(rule, start, span)) yield localOf(moment);
}
