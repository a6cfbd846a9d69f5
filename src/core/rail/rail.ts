/** What the time rail shows between two instants: hours, days, working hours and offset changes. */
import { Temporal } from 'temporal-polyfill';
import { workingSpans, type Working } from '../time/dayParts';
import { nextOffsetChange, toInstant, toLocal } from '../time/wallClock';
import { dayWords } from '../time/words';

export interface RailTick {
  /** Epoch ms. */
  at: number;
  label: string;
}

export interface RailFrame {
  hours: RailTick[];
  /** Midnights, named by the day they begin. */
  days: RailTick[];
  /** Working hours, clipped to the rail. */
  working: { from: number; to: number }[];
  /** Changes of offset in my zone, in words. */
  changes: RailTick[];
}

const HOUR = 3_600_000;

/** Hours between ticks, so that the rail carries about twenty. */
function hourStep(from: number, until: number): number {
  const hours = (until - from) / HOUR;
  return [3, 6, 12, 24].find((step) => hours / step <= 20) ?? 24;
}

function daysBetween(from: number, until: number, zone: string): Temporal.PlainDate[] {
  const last = Temporal.PlainDate.from(toLocal(until, zone).slice(0, 10));
  const days: Temporal.PlainDate[] = [];
  let day = Temporal.PlainDate.from(toLocal(from, zone).slice(0, 10));
  for (; Temporal.PlainDate.compare(day, last) <= 0; day = day.add({ days: 1 })) days.push(day);
  return days;
}

/** @param from epoch ms; @param until epoch ms, after `from` */
export function railFrame(from: number, until: number, zone: string, who?: Working): RailFrame {
  const step = hourStep(from, until);
  const frame: RailFrame = { hours: [], days: [], working: [], changes: [] };
  const inside = (at: number) => at >= from && at <= until;
  for (const day of daysBetween(from, until, zone)) {
    for (let hour = 0; hour < 24; hour += step) {
      const { at, resolution } = toInstant(`${day.toString()}T${String(hour).padStart(2, '0')}:00`, zone);
      if (!inside(at) || resolution === 'gap') continue;
      if (hour === 0) frame.days.push({ at, label: dayWords(`${day.toString()}T00:00`, day.toString()) });
      else frame.hours.push({ at, label: String(hour).padStart(2, '0') });
    }
    for (const span of workingSpans(day.toString(), who)) {
      const clipped = {
        from: Math.max(from, toInstant(span.from, zone).at),
        to: Math.min(until, toInstant(span.to, zone).at),
      };
      if (clipped.from < clipped.to) frame.working.push(clipped);
    }
  }
  for (
    let change = nextOffsetChange(from, until, zone);
    change;
    change = nextOffsetChange(change.at, until, zone)
  ) {
    frame.changes.push({ at: change.at, label: change.minutes > 0 ? 'clocks go forward' : 'clocks go back' });
  }
  return frame;
}
