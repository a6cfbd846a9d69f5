/** A working week as people write it: `Mo-Fr 09:00-17:00; Sa 09:00-12:00`. */
import { defaultWeek, type DaySpan, type WorkingWeek } from './dayParts';

const NAMES = ['Mo', 'Tu', 'We', 'Th', 'Fr', 'Sa', 'Su'];

/** A week that cannot be read. `message` is fit to show. */
export class WeekTextError extends Error {
  constructor(part: string) {
    super(`“${part}” is no part of a working week. Write it as Mo-Fr 09:00-17:00; Sa 09:00-12:00.`);
    this.name = 'WeekTextError';
  }
}

const two = (n: number) => String(n).padStart(2, '0');
const clock = (minute: number) => `${two(Math.floor(minute / 60))}:${two(minute % 60)}`;
const spansText = (spans: readonly DaySpan[]) =>
  spans.map(({ from, to }) => `${clock(from)}-${clock(to)}`).join(' ');

/** Days of the same hours that follow one another stand together; `never` for no work at all. */
export function writeWeek({ work }: WorkingWeek): string {
  const parts: string[] = [];
  for (let day = 0; day < 7;) {
    const hours = spansText(work[day]!);
    let last = day;
    while (last < 6 && spansText(work[last + 1]!) === hours) last++;
    const days = last > day ? `${NAMES[day]}-${NAMES[last]}` : NAMES[day];
    if (hours) parts.push(`${days} ${hours}`);
    day = last + 1;
  }
  return parts.join('; ') || 'never';
}

function minuteOf(text: string, whole: string): number {
  const match = /^(\d{1,2})(?:[:.](\d{2}))?$/.exec(text);
  const minute = match ? Number(match[1]) * 60 + Number(match[2] ?? 0) : NaN;
  if (!(minute >= 0 && minute <= 1440)) throw new WeekTextError(whole);
  return minute;
}

const dayIndex = (name: string) =>
  NAMES.findIndex((each) => name.toLowerCase().startsWith(each.toLowerCase()));

/** @throws WeekTextError */
export function readWeek(text: string): WorkingWeek {
  const work: DaySpan[][] = Array.from({ length: 7 }, () => []);
  const parts =
    text.trim().toLowerCase() === 'never' ? [] : text.split(/[;\n]/).filter((part) => part.trim());
  for (const part of parts) {
    const match = /^\s*([a-z]{2,9})(?:\s*[-–]\s*([a-z]{2,9}))?\s+(\d.*)$/i.exec(part);
    const [first, last] = match ? [dayIndex(match[1]!), dayIndex(match[2] ?? match[1]!)] : [-1, -1];
    if (first < 0 || last < 0) throw new WeekTextError(part.trim());
    const spans = match![3]!
      .split(/[\s,]+/)
      .filter(Boolean)
      .map((span): DaySpan => {
        const ends = span.split(/[-–]/);
        if (ends.length !== 2) throw new WeekTextError(part.trim());
        const [from, to] = [minuteOf(ends[0]!, part.trim()), minuteOf(ends[1]!, part.trim())];
        if (from >= to) throw new WeekTextError(part.trim());
        return { from, to };
      });
    // Su-Th goes over the end of the week.
    for (let step = 0; step <= (last - first + 7) % 7; step++) {
      const day = (first + step) % 7;
      work[day] = [...work[day]!, ...spans].sort((a, b) => a.from - b.from);
    }
  }
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
