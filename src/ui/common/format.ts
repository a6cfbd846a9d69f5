'use client';
/** Moments in words, by my settings. */
import { toLocal } from '#core/time/wallClock';
import { dayOf, momentThere, momentWords, timeWords } from '#core/time/words';
import { useMemo } from 'react';
import type { DepartureJson, ReaderJson } from '#api/types';
import { useSettings } from '../data/queries';
import { useNow } from '../data/useNow';

export interface Words {
  /** `14:25`, `Wed 02:45`, `Wed 2 Dec 02:45` on my clock. */
  moment: (at: string | number) => string;
  /** `14:25:54`, `Wed 06:50:00`: on my clock, with the day where it is not today. */
  exact: (at: string | number) => string;
  /** The moment on a reader's clock, with its weekday where the two sides' days differ. */
  there: (at: string | number, zone: string) => string;
  /** Beside the same moment on my clock: as short as can be; null where the two say the same. */
  besideMine: (at: string | number, zone: string) => string | null;
  now: number;
}

const epoch = (at: string | number) => (typeof at === 'string' ? Date.parse(at) : at);

export function useWords(): Words {
  const { zone, hourCycle } = useSettings();
  const now = useNow(60_000);
  return useMemo(
    () => ({
      now,
      moment: (at) => momentWords(epoch(at), now, zone, hourCycle),
      exact: (at) => momentWords(epoch(at), now, zone, hourCycle, 'always'),
      besideMine(at, where) {
        const [local, own] = [toLocal(epoch(at), where), toLocal(epoch(at), zone)];
        if (local.slice(0, 16) === own.slice(0, 16)) return null;
        return dayOf(local) === dayOf(own)
          ? timeWords(local, hourCycle)
          : momentThere(epoch(at), now, where, zone, hourCycle);
      },
      there: (at, where) => momentThere(epoch(at), now, where, zone, hourCycle),
    }),
    [now, zone, hourCycle],
  );
}

/** The server counts no further. */
const COUNTED = 10_000;

/** `7`, `10,000+`. */
export const countWords = (count: number): string => (count < COUNTED ? String(count) : '10,000+');

/** “Prakriti Thapa”, “Prakriti Thapa and 2 more”. @param count of all, where only the first are given */
export function recipientsWords(
  recipients: { name: string; address: string }[],
  count = recipients.length,
): string {
  const [first] = recipients;
  if (!first) return 'nobody yet';
  const name = first.name || first.address;
  return count > 1 ? `${name} and ${count - 1} more` : name;
}

/** Where a departure lands, in few words: one time, or how many places. */
export function landsWords(departure: DepartureJson, words: Words): string {
  const zones = new Set(departure.recipients.map((reader) => reader.zone));
  if (zones.size > 1) return `${zones.size} places`;
  const [zone] = zones;
  return zone ? words.there(departure.at, zone) : 'zone not known';
}

/** “Wed 08:30 in Kathmandu, before work”. */
export function landingWords(reader: ReaderJson, at: string, words: Words): string {
  if (!reader.zone || !reader.local) return 'time zone not known';
  return `${words.there(at, reader.zone)} in ${reader.place ?? reader.zone}, ${reader.dayPartWords}`;
}
