'use client';
/** A moment typed in words, about a message: what it means, and doing it although it was confirmed before it had been read. */
import { useEffect, useRef } from 'react';
import { wallOf } from '#core/plan/kinds/registry';
import type { Choice, TypedMeaning } from '../common/ChoiceField';
import { useSettled } from '../common/useSettled';
import { useSnoozePhrase } from '../data/incoming';

const READ_AFTER_MS = 120;

export interface WallMoment {
  local: string;
  zone: string;
}

/** @param minute new with it, relative moments are read anew @param choose has a reading done */
export function useTypedMoment(
  messageId: string,
  text: string,
  minute: number,
  choose: (moment: WallMoment) => void,
) {
  const typed = useSettled(text.trim(), READ_AFTER_MS);
  const read = useSnoozePhrase(messageId, typed, minute);
  const result = typed !== '' && typed === text.trim() ? read.data : undefined;
  const meaning: TypedMeaning | undefined =
    result?.kind === 'understood'
      ? {
          readings: result.readings.flatMap(({ plan, words }): Choice[] => {
            const wall = wallOf(plan);
            if (!wall?.zone) return [];
            const { local, zone } = wall;
            return [{ words, detail: '', choose: () => choose({ local, zone }) }];
          }),
        }
      : result?.kind === 'not-understood'
        ? { problem: result.why }
        : undefined;
  const [first, second] = meaning && 'readings' in meaning ? meaning.readings : [];
  /** The one reading there is. */
  const only = second ? undefined : first;
  const reading = text.trim() !== '' && result === undefined && !read.error;
  const due = useRef(false);
  useEffect(() => {
    if (!due.current || reading) return;
    due.current = false;
    only?.choose();
  });
  return {
    meaning,
    only,
    /** It is not known yet what it means. */
    reading,
    /** Does the one reading there is, once it is known. */
    confirm: () => {
      if (reading) due.current = true;
      else only?.choose();
    },
  };
}
