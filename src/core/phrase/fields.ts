/** What phrases read, for a field that holds only a day or only a time. */
import { wallOf } from '../plan/kinds/registry';
import { localAt, type Working } from '../time/dayParts';
import { readTypedDate, readTypedTime } from '../time/typed';
import { toInstant, toLocal } from '../time/wallClock';
import type { Language } from '../text/language';
import { candidateDates } from './dates';
import type { Said } from './parts';
import { readPhrase, waysToRead, type PhraseContext } from './read';
import { minutesOf } from './resolve';

interface FieldContext {
  /** `2026-11-24` where I am. */
  today: string;
  me: Working;
  languages: readonly Language[];
}

/** What says this and nothing else. */
const saysOnly = (said: Said, parts: readonly (keyof Said)[]) =>
  Object.entries(said).every(
    ([key, value]) =>
      parts.includes(key as keyof Said) || (key === 'days' && !(value as Said['days']).length),
  );

/**
 * A day as it is typed: `25 Nov`, `2026-11-25`, and in the words of phrases: “last working day of november”.
 * @returns `2026-11-25`, the nearest of several; undefined where it is no day
 */
export function readDateField(text: string, { today, me, languages }: FieldContext): string | undefined {
  const typed = readTypedDate(text, today);
  if (typed) return typed;
  for (const said of waysToRead(text, languages)) {
    if (said.days.length === 0 || !saysOnly(said, ['days', 'dayWords'])) continue;
    const dates = candidateDates(said.days, today, today, me);
    if (!('problem' in dates)) return dates[0];
  }
  return undefined;
}

/**
 * A moment in the words of phrases, where a day and a time stand side by side: “friday 16:00”, “in 3 hours”.
 * @returns `2026-11-27T16:00` on my clock; undefined where it is none, or more than one
 */
export function readMomentField(
  text: string,
  context: Pick<PhraseContext, 'now' | 'me' | 'languages' | 'hourCycle'>,
): string | undefined {
  const result = readPhrase(text, { ...context, readers: [], mineFirst: true });
  if (result.kind !== 'understood' || result.readings.length !== 1) return undefined;
  const wall = wallOf(result.readings[0]!.plan);
  if (!wall?.zone) return undefined;
  return toLocal(toInstant(wall.local, wall.zone).at, context.me.zone).slice(0, 16);
}

/**
 * A time of day as it is typed: `8:30`, `8`, `9p`, and in the words of phrases: “half past nine in the evening”.
 * @returns `08:30`; undefined where it is none, or more than one
 */
export function readTimeField(text: string, languages: readonly Language[]): string | undefined {
  const typed = readTypedTime(text);
  if (typed) return typed;
  const found = new Set<string>();
  for (const said of waysToRead(text, languages)) {
    if (!said.time || !saysOnly(said, ['time', 'part', 'withTime'])) continue;
    const { hour, minute, half } = said.time;
    // A bare number is what it says, as in figures.
    const plain = said.part === undefined && half !== 'midnight';
    const minutes = plain ? [hour * 60 + minute] : minutesOf(said.time, said.part, 24);
    for (const each of minutes) found.add(localAt('2026-01-01', each).slice(11, 16));
  }
  return found.size === 1 ? [...found][0] : undefined;
}
