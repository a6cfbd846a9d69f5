/** A recurrence rule in words, as one would say it: “every second Monday”, “on the last working day of every month”. */
import { monthName, ordinal, weekdayName } from '../time/words';
import type { ByDay, Frequency, Rule } from './rule';

const UNIT: Record<Frequency, string> = {
  YEARLY: 'year',
  MONTHLY: 'month',
  WEEKLY: 'week',
  DAILY: 'day',
  HOURLY: 'hour',
  MINUTELY: 'minute',
  SECONDLY: 'second',
};

/** “2nd”, “last”, “2nd last” */
const place = (n: number) => (n > 0 ? ordinal(n) : n === -1 ? 'last' : `${ordinal(-n)} last`);

export function listWords(parts: readonly string[]): string {
  if (parts.length < 2) return parts.join('');
  return `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`;
}

/** “every month”, “every second month”, “every 5 months” */
const every = ({ freq, interval }: Rule, unit = UNIT[freq]) =>
  interval === 1 ? `every ${unit}` : interval === 2 ? `every second ${unit}` : `every ${interval} ${unit}s`;

const isWeekdays = (days: readonly ByDay[], from: number, to: number) =>
  days.length === to - from + 1 &&
  days.every((day) => day.ordinal === null) &&
  new Set(days.map(({ weekday }) => weekday)).size === days.length &&
  days.every(({ weekday }) => weekday >= from && weekday <= to);

/** “Monday and Thursday”, “weekday”; with their places: “2nd Tuesday” */
function daysWords(days: readonly ByDay[]): string {
  if (isWeekdays(days, 0, 4)) return 'weekday';
  const named = [...days].sort((a, b) => a.weekday - b.weekday);
  return listWords(
    named.map((day) => `${day.ordinal === null ? '' : `${place(day.ordinal)} `}${weekdayName(day.weekday)}`),
  );
}

const clock = (hour: number, minute: number) =>
  `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`;

/** Its times of day where it says them; empty where it has that of its start. */
function timesWords({ byHour, byMinute, bySecond }: Rule): string {
  if (bySecond.length > 0) return ` at the seconds ${listWords(bySecond.map(String))}`;
  if (byHour.length > 0 && byHour.length * Math.max(1, byMinute.length) <= 6)
    return ` at ${listWords(byHour.flatMap((hour) => (byMinute.length ? byMinute : [0]).map((minute) => clock(hour, minute))))}`;
  if (byHour.length > 0) return ` in the hours ${listWords(byHour.map(String))}`;
  if (byMinute.length > 0) return ` at the minutes ${listWords(byMinute.map(String))}`;
  return '';
}

const monthsWords = (months: readonly number[]) => listWords(months.map((month) => monthName(month)));
const datesWords = (dates: readonly number[]) =>
  listWords(
    dates.map((date) => (date === -1 ? 'last day' : date < 0 ? `${place(date)} day` : ordinal(date))),
  );

/** Of which days of a month it is, to follow “on the”; undefined where it says none. */
function ofMonth(rule: Rule): string | undefined {
  const { byDay, byMonthDay, bySetPos } = rule;
  if (bySetPos.length > 0) {
    const chosen = listWords(bySetPos.map(place));
    if (isWeekdays(byDay, 0, 4) && byMonthDay.length === 0) return `${chosen} weekday`;
    if (isWeekdays(byDay, 0, 6) && byMonthDay.length === 0) return `${chosen} day`;
    if (byDay.length > 0)
      return `${chosen} of ${daysWords(byDay)}${byMonthDay.length ? ` among the ${datesWords(byMonthDay)}` : ''}`;
    if (byMonthDay.length > 0) {
      // The 28th to the 31st, the last there is: the day it began on, or the last of a shorter month.
      const last = byMonthDay.at(-1)!;
      const run = byMonthDay.every((each, n) => each === 28 + n);
      if (run && bySetPos.length === 1 && bySetPos[0] === -1)
        return last === 31 ? 'last day' : `${ordinal(last)}, or the last day of a shorter month`;
      return `${chosen} of the ${datesWords(byMonthDay)}`;
    }
    return undefined;
  }
  if (byMonthDay.length > 0 && byDay.length > 0)
    return `${datesWords(byMonthDay)} where that is a ${daysWords(byDay)}`;
  if (byMonthDay.length > 0) return datesWords(byMonthDay);
  if (byDay.length === 0) return undefined;
  return byDay.every((day) => day.ordinal !== null) ? daysWords(byDay) : undefined;
}

function monthly(rule: Rule, start: string): string {
  const months = rule.byMonth.length > 0 ? ` in ${monthsWords(rule.byMonth)}` : '';
  const on = ofMonth(rule);
  if (on) return `on the ${on} of ${every(rule)}${months}`;
  if (rule.byDay.length > 0) return `every ${daysWords(rule.byDay)} of ${every(rule)}${months}`;
  return `on the ${ordinal(Number(start.slice(8, 10)))} of ${every(rule)}${months}`;
}

function yearly(rule: Rule, start: string): string {
  const { byMonth, byYearDay, byWeekNo, byDay, byMonthDay, bySetPos } = rule;
  const chosen = bySetPos.length > 0 ? `, of these the ${listWords(bySetPos.map(place))}` : '';
  if (byYearDay.length > 0)
    return `on the ${listWords(byYearDay.map(place))} day of ${every(rule)}${byMonth.length ? ` in ${monthsWords(byMonth)}` : ''}${chosen}`;
  if (byWeekNo.length > 0) {
    const days = byDay.length ? daysWords(byDay) : 'its weekday';
    return `on ${days} of week ${listWords(byWeekNo.map(String))} of ${every(rule)}${chosen}`;
  }
  if (byMonth.length > 0) {
    const on =
      ofMonth(rule) ?? (byDay.length > 0 ? `${daysWords(byDay)}s` : ordinal(Number(start.slice(8, 10))));
    const which = byDay.length > 0 && !ofMonth(rule) ? `on ${on}` : `on the ${on}`;
    return `${which} of ${monthsWords(byMonth)} ${every(rule)}`;
  }
  if (byDay.length > 0 && byMonthDay.length === 0)
    return `on the ${daysWords(byDay)} of ${every(rule)}${chosen}`;
  if (byMonthDay.length > 0)
    return `on the ${ofMonth(rule) ?? datesWords(byMonthDay)} of every month ${every(rule)}`;
  return `on ${Number(start.slice(8, 10))} ${monthName(Number(start.slice(5, 7)))} ${every(rule)}`;
}

/** Days it is limited to, where its frequency is finer than a day or a day. */
function limited({ byDay, byMonth, byMonthDay, byYearDay }: Rule): string {
  const parts = [
    byDay.length > 0 && !isWeekdays(byDay, 0, 6) ? ` on ${daysWords(byDay)}s` : '',
    byMonthDay.length > 0 ? ` on the ${datesWords(byMonthDay)}` : '',
    byYearDay.length > 0 ? ` on the ${listWords(byYearDay.map(place))} day of the year` : '',
    byMonth.length > 0 ? ` in ${monthsWords(byMonth)}` : '',
  ];
  return parts.join('');
}

function howOften(rule: Rule, start: string): string {
  switch (rule.freq) {
    case 'YEARLY':
      return yearly(rule, start);
    case 'MONTHLY':
      return monthly(rule, start);
    case 'WEEKLY': {
      const weekday = (new Date(`${start.slice(0, 10)}T00:00Z`).getUTCDay() + 6) % 7;
      const days = rule.byDay.length > 0 ? rule.byDay : [{ weekday, ordinal: null }];
      const months = rule.byMonth.length > 0 ? ` in ${monthsWords(rule.byMonth)}` : '';
      const chosen =
        rule.bySetPos.length > 0 ? `, of these the ${listWords(rule.bySetPos.map(place))} of the week` : '';
      if (isWeekdays(days, 0, 6)) return `on all days of ${every(rule)}${months}${chosen}`;
      if (rule.interval <= 2 && days.length === 1)
        return `${every(rule, weekdayName(days[0]!.weekday))}${months}`;
      if (rule.interval === 1) return `every ${daysWords(days)}${months}${chosen}`;
      return `on ${daysWords(days)}${isWeekdays(days, 0, 4) ? 's' : ''} of ${every(rule)}${months}${chosen}`;
    }
    default: {
      const [only] = rule.byDay;
      if (rule.freq === 'DAILY' && rule.interval === 1 && only && rule.byMonthDay.length === 0)
        return `every ${daysWords(rule.byDay)}${rule.byMonth.length > 0 ? ` in ${monthsWords(rule.byMonth)}` : ''}`;
      return `${every(rule)}${limited(rule)}`;
    }
  }
}

/**
 * How often it happens, without when it ends: “every second Monday”, “on the 2nd Tuesday of every month”.
 * @param start what the rule does not say it has from there, `2026-12-07T09:00`
 */
export const ruleWords = (rule: Rule, start: string): string => howOften(rule, start) + timesWords(rule);

/** When a rule ends, to follow it: “, 10 times”, “, until 24 Dec 2026”; empty where it never does. @param end on its clock */
export function endWords(rule: Rule, end: string | undefined): string {
  if (rule.count !== null) return rule.count === 1 ? ', once' : `, ${rule.count} times`;
  if (end === undefined) return '';
  const [year, month, date] = end.slice(0, 10).split('-').map(Number) as [number, number, number];
  return `, until ${date} ${monthName(month)} ${year}`;
}
