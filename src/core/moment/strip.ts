/** A stretch of somebody's time as the parts of their days, for drawing and for reading out. */
import type { Person } from '../people/person';
import {
  DAY_MINUTES,
  datesFrom,
  dayKind,
  dayPart,
  localAt,
  plusDays,
  workOn,
  type DayPart,
} from '../time/dayParts';
import { toInstant, toLocal } from '../time/wallClock';
import { canonicalZone } from '../time/zones';

export interface StripPart {
  /** Epoch ms. */
  from: number;
  until: number;
  part: DayPart;
  /** The name of the holiday, the note of the leave; else empty. */
  words: string;
}

/** @param from epoch ms; @param until epoch ms, after `from`. The parts touch and fill the stretch. */
export function dayStrip(person: Person, from: number, until: number): StripPart[] {
  const zone = canonicalZone(person.zone);
  const { working } = person;
  const first = toLocal(from, zone).slice(0, 10);
  const days = Math.ceil((until - from) / 86_400_000) + 2;
  const parts: StripPart[] = [];
  for (const date of datesFrom(first, days)) {
    const edges = new Set([0, working.week.waking.from, working.week.waking.to, DAY_MINUTES]);
    const spans = [
      ...workOn(date, working),
      ...workOn(plusDays(date, -1), working).map(({ to }) => ({ from: 0, to: to - DAY_MINUTES })),
    ];
    for (const { from: begins, to } of spans) if (to > 0) edges.add(begins).add(Math.min(to, DAY_MINUTES));
    const minutes = [...edges].sort((a, b) => a - b);
    for (let index = 0; index + 1 < minutes.length; index++) {
      const local = localAt(date, minutes[index]!);
      const begins = Math.max(from, toInstant(local, zone).at);
      const ends = Math.min(until, toInstant(localAt(date, minutes[index + 1]!), zone).at);
      if (begins >= ends) continue;
      const part = dayPart(local, working);
      const words = part === 'holiday' || part === 'leave' ? dayKind(date, working).name : '';
      const last = parts.at(-1);
      if (last?.part === part && last.words === words) last.until = ends;
      else parts.push({ from: begins, until: ends, part, words });
    }
  }
  return parts;
}
