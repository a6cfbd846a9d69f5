/** The days that the words for days can mean. */
import { Temporal } from 'temporal-polyfill';
import { dayKind, firstWorkStart, plusDays, type Working } from '../time/dayParts';
import { englishWeekday } from '../text/calendarNames';
import { dayWords } from '../time/words';
import type { DaySpec, Feast } from './parts';

export interface DateProblem {
  problem: string;
}

/** How many months on a day of the month may lie, where its weekday has to agree. A date with its month is one day. */
const MONTHS_TRIED = 3;

const at = (date: Temporal.PlainDate) => date.toString();
const words = (date: string) => dayWords(`${date}T00:00`);

function real(year: number, month: number, day: number): Temporal.PlainDate | undefined {
  try {
    return Temporal.PlainDate.from({ year, month, day }, { overflow: 'reject' });
  } catch {
    return undefined;
  }
}

/** The coming days of this date, soonest first. */
function datesNamed({ day, month, year }: DaySpec & { type: 'date' }, today: Temporal.PlainDate): string[] {
  if (year !== undefined) {
    const only = real(year, month!, day);
    return only ? [at(only)] : [];
  }
  const found: string[] = [];
  const most = month === undefined ? MONTHS_TRIED : 1;
  for (let step = 0; found.length < most && step < 60; step++) {
    const when = month === undefined ? today.add({ months: step }) : today.add({ years: step });
    const date = real(when.year, month ?? when.month, day);
    if (date && Temporal.PlainDate.compare(date, today) >= 0) found.push(at(date));
  }
  return found;
}

/** Gregorian Easter Sunday, by the rule of Meeus, Astronomical Algorithms (1991), chapter 8. */
function easter(year: number): Temporal.PlainDate {
  const [a, b, c] = [year % 19, Math.floor(year / 100), year % 100];
  const g = Math.floor((8 * b + 13) / 25);
  const h = (19 * a + b - Math.floor(b / 4) - g + 15) % 30;
  const l = (32 + 2 * (b % 4) + 2 * Math.floor(c / 4) - h - (c % 4)) % 7;
  const m = Math.floor((a + 11 * h + 19 * l) / 433);
  const month = Math.floor((h + l - 7 * m + 90) / 25);
  return Temporal.PlainDate.from({ year, month, day: (h + l - 7 * m + 33 * month + 19) % 32 });
}

/** Days from Easter Sunday. */
const FEASTS: Record<Feast, number> = { 'good-friday': -2, easter: 0, 'easter-monday': 1 };

const feastIn = (year: number, feast: Feast) => at(easter(year).add({ days: FEASTS[feast] }));

/** A day of a month: of the next one that is named so, or of this month; of the one after it where that is past. */
function inMonth(
  month: number | undefined,
  today: Temporal.PlainDate,
  dayOf: (first: Temporal.PlainDate) => string | undefined,
): string[] {
  const begin = today.with({ day: 1, ...(month && { month }) });
  const next = begin.add(month ? { years: 1 } : { months: 1 });
  return [begin, next].map(dayOf).filter((date) => date !== undefined && date >= at(today)) as string[];
}

function workingDayAfter(today: string, count: number, who: Working): string {
  let date = today;
  for (let left = count; left > 0; left--) {
    const next = Temporal.PlainDate.from(date).add({ days: 1 }).toString();
    // Someone who never works has no working days to count; then days are days.
    date = firstWorkStart(next, who)?.slice(0, 10) ?? next;
  }
  return date;
}

/** The days one word for a day means, the likeliest first. */
function daysOf(spec: DaySpec, mine: string, theirs: string, who: Working): string[] {
  const today = Temporal.PlainDate.from(mine);
  const monday = today.subtract({ days: today.dayOfWeek - 1 });
  switch (spec.type) {
    case 'in-days': {
      const days = [mine, theirs].map((day) => at(Temporal.PlainDate.from(day).add({ days: spec.days })));
      return [...new Set(days)];
    }
    case 'in-months':
      return [at(today.add({ months: spec.months }))];
    case 'working-days':
      return [workingDayAfter(mine, spec.days, who)];
    case 'weekday': {
      const ahead = (spec.weekday - today.dayOfWeek + 7) % 7;
      const nearest = today.add({ days: ahead });
      const thisWeek = monday.add({ days: spec.weekday - 1 });
      const nextWeek = thisWeek.add({ days: 7 });
      switch (spec.which) {
        // Said on the day itself it may mean today or a week from it.
        case 'nearest': {
          const days = ahead === 0 ? [nearest, nearest.add({ days: 7 })] : [nearest];
          return days.map((day) => at(day.add({ weeks: spec.weeks ?? 0 })));
        }
        case 'this':
          return [at(thisWeek)];
        case 'next-week':
          return [at(nextWeek)];
        case 'next':
          return [...new Set([at(nextWeek), ...(ahead > 0 ? [at(nearest)] : [])])];
      }
    }
    // eslint-disable-next-line no-fallthrough -- every case above returns
    case 'date':
      return datesNamed(spec, today);
    case 'feast':
      return [feastIn(today.year, spec.feast), feastIn(today.year + 1, spec.feast)].filter(
        (date) => date >= mine,
      );
    case 'next-week': {
      const next = monday.add({ days: 7 });
      const first = firstWorkStart(at(next), who)?.slice(0, 10);
      return [first && first < at(next.add({ days: 7 })) ? first : at(next)];
    }
    case 'week-end': {
      const days = Array.from({ length: 7 }, (_, index) => at(monday.add({ days: index })));
      return [days.findLast((day) => dayKind(day, who).kind === 'working') ?? days[4]!];
    }
    case 'next-month': {
      const next = today.with({ day: 1 }).add({ months: 1 });
      return [firstWorkStart(at(next), who)?.slice(0, 10) ?? at(next)];
    }
    case 'end-of-month':
      return inMonth(spec.month, today, (first) => at(first.with({ day: first.daysInMonth })));
    case 'last-working-day':
      return inMonth(spec.month, today, (first) => {
        const days = Array.from({ length: first.daysInMonth }, (_, index) => at(first.add({ days: index })));
        return days.findLast((day) => dayKind(day, who).kind === 'working');
      });
    case 'nth-weekday':
      return inMonth(spec.month, today, (first) => {
        const days = Array.from({ length: first.daysInMonth }, (_, index) => first.add({ days: index }));
        const found = days.filter((day) => day.dayOfWeek === spec.weekday);
        const day = found.at(spec.nth > 0 ? spec.nth - 1 : spec.nth);
        return day && at(day);
      });
    case 'back': {
      const away = (who.leave ?? [])
        .filter(({ to }) => to >= theirs)
        .sort((a, b) => a.from.localeCompare(b.from));
      const first = away[0] && firstWorkStart(plusDays(away[0].to, 1), who);
      return first ? [first.slice(0, 10)] : [];
    }
  }
}

/** What a weekday allows, whatever the week. */
const agrees = (spec: DaySpec, date: string, mine: string, theirs: string, who: Working) =>
  spec.type === 'weekday' && spec.which === 'nearest'
    ? Temporal.PlainDate.from(date).dayOfWeek === spec.weekday
    : daysOf(spec, mine, theirs, who).includes(date);

/** Named for the next one, whatever comes after it. */
const FIRST_ONLY = new Set<DaySpec['type']>([
  'date',
  'feast',
  'end-of-month',
  'last-working-day',
  'nth-weekday',
]);

/**
 * The days that everything said about the day agrees on, the likeliest first.
 * @param mine today where I am; @param theirs today on the clock that is meant: “tomorrow” may be another day there
 */
export function candidateDates(
  specs: readonly DaySpec[],
  mine: string,
  theirs: string,
  who: Working,
): string[] | DateProblem {
  // The date leads, the weekday has to agree with it.
  const [lead, ...others] = [...specs].sort((a, b) => Number(b.type === 'date') - Number(a.type === 'date'));
  const days = daysOf(lead!, mine, theirs, who);
  if (days.length === 0)
    return {
      problem:
        lead!.type === 'back' ? 'No leave is known that anybody comes back from.' : 'There is no such day.',
    };
  if (others.length === 0) return FIRST_ONLY.has(lead!.type) ? days.slice(0, 1) : days;
  const agreed = days.filter((date) => others.every((spec) => agrees(spec, date, mine, theirs, who)));
  if (agreed.length) return agreed.slice(0, 1);
  const [other] = others;
  const day = Temporal.PlainDate.from(days[0]!);
  const why =
    other!.type === 'weekday' && other.weekday !== day.dayOfWeek
      ? `${words(days[0]!)} is a ${englishWeekday(day.dayOfWeek)}, not a ${englishWeekday(other.weekday)}.`
      : 'The two days do not agree.';
  return { problem: why };
}
