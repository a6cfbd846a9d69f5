'use client';
import { useMemo } from 'react';
import { defaultWeek, type Working } from '#core/time/dayParts';
import { useSettings } from '../data/queries';

/** When I work, as far as settings say; public holidays are the server's to know. */
export function useMyWorking(): Working {
  const { week, leave } = useSettings();
  return useMemo(() => ({ week: week ?? defaultWeek, leave }), [week, leave]);
}
