/** Which days of the calendar are shown, and from when to when each of them is. */
import { plusDays, workingSpans, type Working } from '#core/time/dayParts';
import { dayNumberOf, weekdayOf } from '#core/time/dayNumber';
import { toInstant } from '#core/time/wallClock';

export const SHOWINGS = ['day', 'week', 'list'] as const;
export type Showing = (typeof SHOWINGS)[number];

export interface ShownDay {
  /** `2026-11-25` */
  date: string;
  /** Epoch ms, on my clock. */
  from: number;
  until: number;
}

/** Days of the list: four weeks. */
const LIST_DAYS = 28;

/** @param on a day of what is shown; weeks begin on Monday */
export function shownDays(showing: Showing, on: string, zone: string): ShownDay[] {
  const monday = plusDays(on, 1 - weekdayOf(dayNumberOf(on)));
  const [first, count] = { day: [on, 1], week: [monday, 7], list: [on, LIST_DAYS] }[showing] as [
    string,
    number,
  ];
  return Array.from({ length: count }, (_, n) => {
    const date = plusDays(first, n);
    return {
      date,
      from: toInstant(`${date}T00:00`, zone).at,
      until: toInstant(`${plusDays(date, 1)}T00:00`, zone).at,
    };
  });
}

/** As far as “Earlier” and “Later” go. */
export const stepOf = (showing: Showing): number => ({ day: 1, week: 7, list: LIST_DAYS })[showing];

/** My working hours of a day as instants. */
export const workOf = (
  { date }: ShownDay,
  zone: string,
  working: Working,
): { from: number; until: number }[] =>
  workingSpans(date, working).map(({ from, to }) => ({
    from: toInstant(from, zone).at,
    until: toInstant(to, zone).at,
  }));

/** Hours that are always shown, and more where something is in them. */
const USUAL = { from: 7, to: 21 };

/**
 * The hours of the day that are shown, the same for all days.
 * @param parts of each day something is in, from 0 to 24
 */
export function shownHours(parts: readonly { from: number; to: number }[]): { from: number; to: number } {
  const from = parts.reduce((least, part) => Math.min(least, Math.floor(part.from)), USUAL.from);
  const to = parts.reduce((most, part) => Math.max(most, Math.ceil(part.to)), USUAL.to);
  return { from: Math.max(0, from), to: Math.min(24, to) };
}
