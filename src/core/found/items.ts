/** What stands in a sentence that says something of a time, before it is put together. Places are offsets in the sentence. */
import type { PartName } from './speech';

export interface Place {
  from: number;
  to: number;
}

/** A day. */
export interface DayItem extends Place {
  kind: 'day';
  /** As a number of days. */
  date: number;
  /** What else may be meant, in words; null where nothing is. */
  doubt: string | null;
  /** Named by the weekday it was written on: the day itself may be meant, while its time is still to come. */
  orToday?: boolean;
  /** No day is said: it is the one it was written on. */
  assumed?: boolean;
  /** It is named by its weekday alone. */
  byWeekday: boolean;
  part: PartName | null;
}

/** A time of day, or two that are its ends. */
export interface TimeItem extends Place {
  kind: 'time';
  /** Minutes after midnight; the end may be past the next one. */
  start: number;
  end: number | null;
  /** Which half of the day it is has been said, or is counted. */
  certain: boolean;
  /** How surely it is a time at all: by its signs, by what stands before it, or only where others say so. */
  weight: 'signed' | 'announced' | 'bare';
  midnight?: boolean;
}

export interface PartItem extends Place {
  kind: 'part';
  part: PartName;
}

export type Clock =
  | { whose: 'theirs' }
  | { whose: 'mine' }
  | {
      whose: 'named';
      /** IANA name. */
      zone: string;
      doubt: string | null;
      /** The name of an offset, and the offset, minutes: a summer has another than a winter. */
      shows?: { name: string; offset: number };
    };

export interface ClockItem extends Place {
  kind: 'clock';
  clock: Clock;
  /** It says so only right behind a time. */
  beside: boolean;
}

export const overlaps = (a: Place, b: Place): boolean => a.from < b.to && b.from < a.to;

/** Of those that overlap the longest stays, and of two as long the first. */
export function longest<Item extends Place>(items: readonly Item[]): Item[] {
  const kept: Item[] = [];
  for (const item of [...items].sort((a, b) => b.to - b.from - (a.to - a.from)))
    if (!kept.some((other) => overlaps(item, other))) kept.push(item);
  return kept.sort((a, b) => a.from - b.from);
}
