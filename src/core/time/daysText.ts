/** Times of day by weekday as people write them: `Mo-Fr 09:00-17:00; Sa 09:00-12:00`. */
import { DAY_MINUTES, type DaySpan } from './dayParts';

const NAMES = ['Mo', 'Tu', 'We', 'Th', 'Fr', 'Sa', 'Su'];

/** Makes what to throw of a part that cannot be read. */
type Unreadable = (part: string) => Error;

const two = (n: number) => String(n).padStart(2, '0');
const clock = (minute: number) => {
  // Midnight as an end is 24:00; what goes on past it has the time of the next day.
  const shown = minute > DAY_MINUTES ? minute - DAY_MINUTES : minute;
  return `${two(Math.floor(shown / 60))}:${two(shown % 60)}`;
};
const spansText = (spans: readonly DaySpan[]) =>
  spans.map(({ from, to }) => `${clock(from)}-${clock(to)}`).join(' ');

/** @param days Monday first. Days of the same hours that follow one another stand together; `never` for none */
export function writeDays(days: readonly (readonly DaySpan[])[]): string {
  const parts: string[] = [];
  for (let day = 0; day < 7;) {
    const hours = spansText(days[day]!);
    let last = day;
    while (last < 6 && spansText(days[last + 1]!) === hours) last++;
    const names = last > day ? `${NAMES[day]}-${NAMES[last]}` : NAMES[day];
    if (hours) parts.push(`${names} ${hours}`);
    day = last + 1;
  }
  return parts.join('; ') || 'never';
}

function minuteOf(text: string, unreadable: () => Error): number {
  const match = /^(\d{1,2})(?:[:.](\d{2}))?$/.exec(text);
  const minute = match ? Number(match[1]) * 60 + Number(match[2] ?? 0) : NaN;
  if (!(minute >= 0 && minute <= 1440)) throw unreadable();
  return minute;
}

const dayIndex = (name: string) =>
  NAMES.findIndex((each) => name.toLowerCase().startsWith(each.toLowerCase()));

/**
 * The spans of each weekday, Monday first, in order.
 * @param overnight a span may end on the next day
 * @throws what `unreadable` makes
 */
export function readDays(text: string, overnight: boolean, unreadable: Unreadable): DaySpan[][] {
  const days: DaySpan[][] = Array.from({ length: 7 }, () => []);
  const parts =
    text.trim().toLowerCase() === 'never' ? [] : text.split(/[;\n]/).filter((part) => part.trim());
  for (const part of parts) {
    const wrong = () => unreadable(part.trim());
    const match = /^\s*([a-z]{2,9})(?:\s*[-–]\s*([a-z]{2,9}))?\s+(\d.*)$/i.exec(part);
    const [first, last] = match ? [dayIndex(match[1]!), dayIndex(match[2] ?? match[1]!)] : [-1, -1];
    if (first < 0 || last < 0) throw wrong();
    const spans = match![3]!
      .split(/[\s,]+/)
      .filter(Boolean)
      .map((span): DaySpan => {
        const ends = span.split(/[-–]/);
        if (ends.length !== 2) throw wrong();
        const [from, to] = [minuteOf(ends[0]!, wrong), minuteOf(ends[1]!, wrong)];
        if (from === to || (from > to && !overnight)) throw wrong();
        return { from, to };
      });
    // Su-Th goes over the end of the week.
    for (let step = 0; step <= (last - first + 7) % 7; step++) {
      const day = (first + step) % 7;
      days[day] = [...days[day]!, ...spans].sort((a, b) => a.from - b.from);
    }
  }
  return days;
}
