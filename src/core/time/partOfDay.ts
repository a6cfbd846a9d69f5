/** Named parts of a person's day, as times that follow from their working hours. */
import { Temporal } from 'temporal-polyfill';
import { workOn, type Working } from './dayParts';

/** A part of the day whose time follows from a person's working hours. */
export type PartOfDay = (typeof PARTS_OF_DAY)[number];
export const PARTS_OF_DAY = ['start', 'morning', 'lunch', 'afternoon', 'end', 'evening', 'night'] as const;

/** Minutes after midnight, the same for everyone. */
const FIXED: Record<Exclude<PartOfDay, 'start' | 'morning' | 'end'>, number> = {
  lunch: 12 * 60 + 30,
  afternoon: 14 * 60,
  evening: 19 * 60,
  night: 21 * 60,
};
/** For someone of whom no working hours are known at all. */
const USUAL = { start: 9 * 60, end: 17 * 60 };
/** Work that begins before this is work “in the morning”. */
const MORNING_UNTIL = 12 * 60;

/** The working spans somebody has on a day, or would have if it were one of their working days. */
function usualWork(date: string, who: Working) {
  const own = workOn(date, who);
  if (own.length) return own;
  const weekday = Temporal.PlainDate.from(date).dayOfWeek;
  const there = who.week.work[weekday - 1]!;
  return there.length ? there : (who.week.work.find((spans) => spans.length) ?? []);
}

/** Minutes after midnight at which a part of somebody's day begins (`end`: at which their work ends). */
export function partMinute(part: PartOfDay, date: string, who: Working): number {
  const work = usualWork(date, who);
  switch (part) {
    case 'start':
      return work[0]?.from ?? USUAL.start;
    case 'morning':
      return work[0] && work[0].from < MORNING_UNTIL ? work[0].from : USUAL.start;
    case 'end':
      return work.at(-1)?.to ?? USUAL.end;
    default:
      return FIXED[part];
  }
}
