/** Which part of a person's day a wall-clock time falls in. */
import { Temporal } from 'temporal-polyfill';

export type DayPart = 'night' | 'waking' | 'working' | 'weekend';

/** A span within one day, minutes after midnight; `from` inclusive, `to` exclusive, `from < to`. */
export interface DaySpan {
  from: number;
  to: number;
}

/** A person's week. */
export interface WorkingWeek {
  /** Working spans by ISO weekday, index 0 = Monday; an empty list is a day off. Length 7. */
  work: DaySpan[][];
  /** When the person is awake, every day. */
  waking: DaySpan;
}

const officeDay: DaySpan[] = [{ from: 9 * 60, to: 17 * 60 }];

/** Monday to Friday, 09:00 to 17:00; awake 07:00 to 22:00. Used where nothing else is known. */
export const defaultWeek: WorkingWeek = {
  work: [officeDay, officeDay, officeDay, officeDay, officeDay, [], []],
  waking: { from: 7 * 60, to: 22 * 60 },
};

const within = (span: DaySpan, minute: number) => minute >= span.from && minute < span.to;

/**
 * The part of the day at a wall-clock time. Night wins over weekend: at 03:00 on a Sunday people sleep.
 * @param local `2026-12-01T08:30`, seconds allowed
 */
export function dayPart(local: string, week: WorkingWeek = defaultWeek): DayPart {
  const time = Temporal.PlainDateTime.from(local);
  const minute = time.hour * 60 + time.minute;
  const work = week.work[time.dayOfWeek - 1] ?? [];
  if (work.some((span) => within(span, minute))) return 'working';
  if (!within(week.waking, minute)) return 'night';
  return work.length === 0 ? 'weekend' : 'waking';
}

/** The part of the day in words, to follow a time: "08:30, before work". */
export function dayPartWords(local: string, week: WorkingWeek = defaultWeek): string {
  const part = dayPart(local, week);
  if (part === 'working') return 'at work';
  if (part === 'night') return 'at night';
  if (part === 'weekend') return 'on a day off';
  const time = Temporal.PlainDateTime.from(local);
  const minute = time.hour * 60 + time.minute;
  const work = week.work[time.dayOfWeek - 1] ?? [];
  if (work.every((span) => minute < span.from)) return 'before work';
  if (work.every((span) => minute >= span.to)) return 'after work';
  return 'in a break';
}

/** The next start of working time strictly after a wall-clock time, as local `…T09:00:00`; looks 14 days ahead. */
export function nextWorkStart(local: string, week: WorkingWeek = defaultWeek): string | undefined {
  const start = Temporal.PlainDateTime.from(local);
  for (let day = 0; day < 14; day++) {
    const date = start.toPlainDate().add({ days: day });
    for (const span of week.work[date.dayOfWeek - 1] ?? []) {
      const begins = date.toPlainDateTime({ hour: Math.floor(span.from / 60), minute: span.from % 60 });
      if (Temporal.PlainDateTime.compare(begins, start) > 0)
        return begins.toString({ smallestUnit: 'second' });
    }
  }
  return undefined;
}

/**
 * The end of the first working day that is not over at a wall-clock time, as local `…T17:00:00`; looks 14 days
 * ahead. At night or on a day off it is the end of the working day to come.
 */
export function nextWorkEnd(local: string, week: WorkingWeek = defaultWeek): string | undefined {
  const start = Temporal.PlainDateTime.from(local);
  for (let day = 0; day < 14; day++) {
    const date = start.toPlainDate().add({ days: day });
    const last = (week.work[date.dayOfWeek - 1] ?? []).at(-1);
    if (!last) continue;
    const ends = date.toPlainDateTime().add({ minutes: last.to });
    if (Temporal.PlainDateTime.compare(ends, start) > 0) return ends.toString({ smallestUnit: 'second' });
  }
  return undefined;
}

/** Working spans of one calendar day as local `[from, to]` pairs, for drawing. */
export function workingSpans(date: string, week: WorkingWeek = defaultWeek): { from: string; to: string }[] {
  const day = Temporal.PlainDate.from(date);
  const at = (minute: number) =>
    day
      .toPlainDateTime({ hour: Math.floor(minute / 60) % 24, minute: minute % 60 })
      .toString({ smallestUnit: 'second' });
  return (week.work[day.dayOfWeek - 1] ?? []).map((span) => ({ from: at(span.from), to: at(span.to) }));
}
