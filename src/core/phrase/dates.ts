/** The days that the words for days can mean. */
import { Temporal } from 'temporal-polyfill';
import { dayKind, firstWorkStart, type Working } from '../time/dayParts';
import { dayWords } from '../time/words';
import type { DaySpec } from './parts';

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
        case 'nearest':
          return ahead === 0 ? [at(nearest), at(nearest.add({ days: 7 }))] : [at(nearest)];
        case 'this':
          return [at(thisWeek)];
        case 'next-week':
          return [at(nextWeek)];
        case 'week-after':
          return [at(nearest.add({ days: 7 }))];
        case 'next':
          return [...new Set([at(nextWeek), ...(ahead > 0 ? [at(nearest)] : [])])];
      }
    }
    // eslint-disable-next-line no-fallthrough -- every case above returns
    case 'date':
      return datesNamed(spec, today);
    case 'next-week': {
      const next = monday.add({ days: 7 });
      const first = firstWorkStart(at(next), who)?.slice(0, 10);
      return [first && first < at(next.add({ days: 7 })) ? first : at(next)];
    }
    case 'week-end': {
      const days = Array.from({ length: 7 }, (_, index) => at(monday.add({ days: index })));
      return [days.findLast((day) => dayKind(day, who).kind === 'working') ?? days[4]!];
    }
    case 'end-of-month': {
      const last = today.with({ day: today.daysInMonth });
      return [at(last)];
    }
  }
}

/** What a weekday allows, whatever the week. */
const agrees = (spec: DaySpec, date: string, mine: string, theirs: string, who: Working) =>
  spec.type === 'weekday' && spec.which === 'nearest'
    ? Temporal.PlainDate.from(date).dayOfWeek === spec.weekday
    : daysOf(spec, mine, theirs, who).includes(date);

const WEEKDAY = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

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
  if (days.length === 0) return { problem: 'There is no such day.' };
  if (others.length === 0) return lead!.type === 'date' ? days.slice(0, 1) : days;
  const agreed = days.filter((date) => others.every((spec) => agrees(spec, date, mine, theirs, who)));
  if (agreed.length) return agreed.slice(0, 1);
  const [other] = others;
  const day = Temporal.PlainDate.from(days[0]!);
  const why =
    other!.type === 'weekday' && other!.weekday !== day.dayOfWeek
      ? `${words(days[0]!)} is a ${WEEKDAY[day.dayOfWeek - 1]}, not a ${WEEKDAY[other!.weekday - 1]}.`
      : 'The two days do not agree.';
  return { problem: why };
}
