/** Quiet hours: a daily span in which sends are held until it ends. */
import { Temporal } from 'temporal-polyfill';
import { toInstant, toLocal } from '../time/wallClock';
import { dayOf } from '../time/words';

/** Minutes after midnight. Where `to` is not after `from`, it ends on the next day. */
export interface QuietSpan {
  from: number;
  to: number;
}

export interface QuietHours {
  on: boolean;
  /** The span that begins on each weekday, Monday first; null: none. */
  days: (QuietSpan | null)[];
  /** What becomes of it when they end: it leaves (the usual), or it waits until I have looked. */
  after?: 'leaves' | 'waits';
}

export const usualQuietHours: QuietHours = {
  on: false,
  days: Array.from({ length: 7 }, () => ({ from: 21 * 60 + 40, to: 6 * 60 + 50 })),
};

const two = (n: number) => String(n).padStart(2, '0');
const at = (day: string, minute: number) => `${day}T${two(Math.floor(minute / 60))}:${two(minute % 60)}`;

/** The span that begins on a day, as instants. */
function spanOf(
  day: string,
  { days }: QuietHours,
  zone: string,
): { from: number; until: number } | undefined {
  const date = Temporal.PlainDate.from(day);
  const span = days[date.dayOfWeek - 1];
  if (!span) return undefined;
  const end = span.to > span.from ? day : date.add({ days: 1 }).toString();
  // Midnight as an end is written as 24:00 of the day before.
  const [last, to] = span.to === 1440 ? [date.add({ days: 1 }).toString(), 0] : [end, span.to];
  return { from: toInstant(at(day, span.from), zone).at, until: toInstant(at(last, to), zone).at };
}

/** More spans than there are days in a row would never end. */
const MOST_IN_A_ROW = 8;

/**
 * When the quiet hours end in which a moment lies, epoch ms; null outside them. One span that runs into the next
 * ends with that one. Ends are wall-clock times: a night in which the clocks change is longer or shorter.
 * @param now epoch ms; @param zone mine
 */
export function quietUntil(now: number, quiet: QuietHours, zone: string): number | null {
  if (!quiet.on) return null;
  let until = now;
  for (let step = 0; step < MOST_IN_A_ROW; step++) {
    const today = Temporal.PlainDate.from(dayOf(toLocal(until, zone)));
    const ends = [today.subtract({ days: 1 }), today]
      .map((day) => spanOf(day.toString(), quiet, zone))
      .filter((span) => span !== undefined && span.from <= until && until < span.until)
      .map((span) => span!.until);
    if (ends.length === 0) break;
    until = Math.max(...ends);
  }
  return until > now ? until : null;
}

/** The next end of quiet hours, within them or not; null where there are none. */
export function nextQuietEnd(now: number, quiet: QuietHours, zone: string): number | null {
  const inside = quietUntil(now, quiet, zone);
  if (inside !== null || !quiet.on) return inside;
  const today = Temporal.PlainDate.from(dayOf(toLocal(now, zone)));
  for (let ahead = 0; ahead <= 7; ahead++) {
    const span = spanOf(today.add({ days: ahead }).toString(), quiet, zone);
    if (span && span.from > now) return quietUntil(span.from, quiet, zone);
  }
  return null;
}
