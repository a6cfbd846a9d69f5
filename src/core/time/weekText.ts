/** A working week as people write it: `Mo-Fr 09:00-17:00; Sa 09:00-12:00`. */
import { DAY_MINUTES, defaultWeek, type DaySpan, type WorkingWeek } from './dayParts';
import { readDays, writeDays } from './daysText';

/** A week that cannot be read. `message` is fit to show. */
export class WeekTextError extends Error {
  constructor(part: string) {
    super(`“${part}” is no part of a working week. Write it as Mo-Fr 09:00-17:00; Sa 22:00-06:00.`);
    this.name = 'WeekTextError';
  }
}

/** @returns `never` for no work at all */
export const writeWeek = ({ work }: WorkingWeek): string => writeDays(work);

/** @throws WeekTextError */
export function readWeek(text: string): WorkingWeek {
  const work = readDays(text, true, (part) => new WeekTextError(part)).map((spans) =>
    spans.map(({ from, to }) => ({ from, to: to > from ? to : to + DAY_MINUTES })),
  );
  if (overlaps(work)) throw new WeekTextError(text);
  return { work, waking: wakingAround(work) };
}

/** True where a span begins before the one before it has ended, be it that of the day before. */
export const overlaps = (work: readonly (readonly DaySpan[])[]): boolean =>
  work.some((spans, day) => {
    const before = work[(day + work.length - 1) % work.length]!.at(-1);
    const since = (before?.to ?? 0) - DAY_MINUTES;
    return spans.some((span, index) => span.from < (index > 0 ? spans[index - 1]!.to : since));
  });

/** Awake as usual, and an hour before and after any work. */
function wakingAround(work: readonly DaySpan[][]): DaySpan {
  // Who works at night sleeps when nobody knows.
  const all = work.flat().filter(({ to }) => to <= DAY_MINUTES);
  const from = Math.min(defaultWeek.waking.from, ...all.map((span) => Math.max(0, span.from - 60)));
  const to = Math.max(defaultWeek.waking.to, ...all.map((span) => Math.min(1440, span.to + 60)));
  return { from, to };
}
