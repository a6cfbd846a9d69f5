/** A working week as people write it: `Mo-Fr 09:00-17:00; Sa 09:00-12:00`. */
import { defaultWeek, type DaySpan, type WorkingWeek } from './dayParts';
import { readDays, writeDays } from './daysText';

/** A week that cannot be read. `message` is fit to show. */
export class WeekTextError extends Error {
  constructor(part: string) {
    super(`“${part}” is no part of a working week. Write it as Mo-Fr 09:00-17:00; Sa 09:00-12:00.`);
    this.name = 'WeekTextError';
  }
}

/** @returns `never` for no work at all */
export const writeWeek = ({ work }: WorkingWeek): string => writeDays(work);

/** @throws WeekTextError */
export function readWeek(text: string): WorkingWeek {
  const work = readDays(text, false, (part) => new WeekTextError(part));
  for (const spans of work)
    if (spans.some((span, index) => index > 0 && span.from < spans[index - 1]!.to))
      throw new WeekTextError(text);
  return { work, waking: wakingAround(work) };
}

/** Awake as usual, and an hour before and after any work. */
function wakingAround(work: readonly DaySpan[][]): DaySpan {
  const all = work.flat();
  const from = Math.min(defaultWeek.waking.from, ...all.map((span) => Math.max(0, span.from - 60)));
  const to = Math.max(defaultWeek.waking.to, ...all.map((span) => Math.min(1440, span.to + 60)));
  return { from, to };
}
