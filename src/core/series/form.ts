/** The series people make, as a form has them; and back. What no form says stays a rule as text. */
import { readRule, type Frequency, type Rule } from '../recurrence/rule';
import { ordinal, weekdayName } from '../time/words';
import { weekdayOf, dayNumberOf } from '../time/dayNumber';

/** How often, as one chooses it. */
export const OFTEN = ['hours', 'days', 'weekdays', 'weeks', 'months', 'years', 'picked', 'rule'] as const;
export type Often = (typeof OFTEN)[number];

/** On which day of a month: its date, the so-manieth of its weekday, the last such one, its last day, first or last working weekday. */
export const MONTH_DAYS = [
  'date',
  'weekday',
  'last-weekday',
  'last-day',
  'first-workday',
  'last-workday',
] as const;
export type MonthDay = (typeof MONTH_DAYS)[number];

export interface SeriesForm {
  often: Often;
  /** Every so many of them. */
  interval: number;
  /** Of weeks: 0 is Monday. */
  weekdays: number[];
  monthDay: MonthDay;
  end: { kind: 'never' } | { kind: 'on'; date: string } | { kind: 'after'; times: number };
}

const CODES = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'];
const WORKDAYS = 'MO,TU,WE,TH,FR';

const FREQUENCY: Partial<Record<Often, Frequency>> = {
  hours: 'HOURLY',
  days: 'DAILY',
  weekdays: 'WEEKLY',
  weeks: 'WEEKLY',
  months: 'MONTHLY',
  years: 'YEARLY',
};

/** Which of its weekday a day is in its month, from 1; the fifth is the last. */
const nthOf = (start: string) => Math.ceil(Number(start.slice(8, 10)) / 7);
const weekdayIn = (start: string) => weekdayOf(dayNumberOf(start)) - 1;

function daysOf({ often, weekdays, monthDay }: SeriesForm, start: string): string[] {
  const day = CODES[weekdayIn(start)]!;
  const date = Number(start.slice(8, 10));
  if (often === 'weekdays') return [`BYDAY=${WORKDAYS}`];
  if (often === 'weeks')
    return [
      `BYDAY=${[...weekdays]
        .sort()
        .map((each) => CODES[each])
        .join()}`,
    ];
  if (often !== 'months') return [];
  switch (monthDay) {
    case 'date': {
      if (date <= 28) return [`BYMONTHDAY=${date}`];
      // In shorter months their last day stands for it.
      const run = [28, 29, 30, 31].filter((each) => each <= date).join();
      return [`BYMONTHDAY=${run}`, 'BYSETPOS=-1'];
    }
    case 'weekday':
      return [`BYDAY=${Math.min(4, nthOf(start))}${day}`];
    case 'last-weekday':
      return [`BYDAY=-1${day}`];
    case 'last-day':
      return ['BYMONTHDAY=-1'];
    case 'first-workday':
      return [`BYDAY=${WORKDAYS}`, 'BYSETPOS=1'];
    case 'last-workday':
      return [`BYDAY=${WORKDAYS}`, 'BYSETPOS=-1'];
  }
}

/**
 * The rule a form says; undefined for picked days, and for a rule as text.
 * @param start `2026-12-03T09:10`
 */
export function ruleOf(form: SeriesForm, start: string): string | undefined {
  const freq = FREQUENCY[form.often];
  if (!freq) return undefined;
  const { end, interval, often } = form;
  return [
    `FREQ=${freq}`,
    ...(interval > 1 && often !== 'weekdays' ? [`INTERVAL=${interval}`] : []),
    ...daysOf(form.weekdays.length > 0 ? form : { ...form, weekdays: [weekdayIn(start)] }, start),
    ...(end.kind === 'after' ? [`COUNT=${end.times}`] : []),
    ...(end.kind === 'on' ? [`UNTIL=${end.date.replaceAll('-', '')}`] : []),
  ].join(';');
}

function endOf({ count, until }: Rule): SeriesForm['end'] | undefined {
  if (count !== null) return { kind: 'after', times: count };
  if (until === null) return { kind: 'never' };
  if ('local' in until && until.local.endsWith('T23:59:59'))
    return { kind: 'on', date: until.local.slice(0, 10) };
  return undefined;
}

const AS_TEXT: SeriesForm = {
  often: 'rule',
  interval: 1,
  weekdays: [],
  monthDay: 'date',
  end: { kind: 'never' },
};

/** The form that says a rule; one that no form says is there as text. @param start `2026-12-03T09:10` */
export function formOf(rrule: string | undefined, start: string): SeriesForm {
  if (!rrule) return { ...AS_TEXT, often: 'picked' };
  let rule: Rule;
  try {
    rule = readRule(rrule);
  } catch {
    return AS_TEXT;
  }
  const end = endOf(rule);
  if (!end) return AS_TEXT;
  const own = [
    ...rule.byDay.map(({ weekday }) => weekday),
    ...(rule.byDay.length === 0 ? [weekdayIn(start)] : []),
  ];
  const tries = OFTEN.filter((often) => FREQUENCY[often] === rule.freq).flatMap((often) =>
    (often === 'months' ? MONTH_DAYS : (['date'] as const)).map((monthDay): SeriesForm => ({
      often,
      interval: rule.interval,
      weekdays: own,
      monthDay,
      end,
    })),
  );
  // What says the same rule says it; a start on another day than the rule’s is no form either.
  const same = (form: SeriesForm) => sameRule(ruleOf(form, start)!, rule, start);
  return tries.find(same) ?? AS_TEXT;
}

/** Written in one way, with what is taken from the start where nothing is said. */
function plain(rule: Rule, start: string): string {
  const days = [...rule.byDay].sort((a, b) => a.weekday - b.weekday);
  const whole = { ...rule, byDay: days };
  const says = [rule.byDay, rule.byMonthDay, rule.byYearDay, rule.byWeekNo, rule.byMonth].some(
    (list) => list.length > 0,
  );
  if (!says && rule.freq === 'WEEKLY') whole.byDay = [{ weekday: weekdayIn(start), ordinal: null }];
  if (!says && rule.freq === 'MONTHLY' && Number(start.slice(8, 10)) <= 28)
    whole.byMonthDay = [Number(start.slice(8, 10))];
  return JSON.stringify(whole);
}
const sameRule = (text: string, rule: Rule, start: string) =>
  plain(readRule(text), start) === plain(rule, start);

/** What a choice of the day of a month comes to, for a start: “on the 2nd Tuesday”. */
export function monthDayWords(monthDay: MonthDay, start: string): string {
  const weekday = weekdayName(weekdayIn(start));
  const date = Number(start.slice(8, 10));
  switch (monthDay) {
    case 'date':
      return `on the ${ordinal(date)}${date > 28 ? ', or the last day' : ''}`;
    case 'weekday':
      return `on the ${ordinal(Math.min(4, nthOf(start)))} ${weekday}`;
    case 'last-weekday':
      return `on the last ${weekday}`;
    case 'last-day':
      return 'on the last day';
    case 'first-workday':
      return 'on the first weekday';
    case 'last-workday':
      return 'on the last weekday';
  }
}
