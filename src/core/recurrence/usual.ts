/** The ways of repeating one is likely to want, as rules. */
import { Temporal } from 'temporal-polyfill';
import type { WorkingWeek } from '../time/dayParts';

const DAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'];

/** The ways of repeating one is likely to want. */
export const USUAL_REPEATS = [
  'every day',
  'every working day',
  'every week',
  'every second week',
  'every month',
] as const;
export type UsualRepeat = (typeof USUAL_REPEATS)[number];

/**
 * The rule of one of them, for its first moment.
 * @param local `2026-12-07T09:00`; @param week whose working days are meant
 */
export function usualRepeat(kind: UsualRepeat, local: string, week: WorkingWeek): string {
  const { dayOfWeek, day } = Temporal.PlainDateTime.from(local);
  const weekday = DAYS[dayOfWeek - 1]!;
  switch (kind) {
    case 'every day':
      return 'FREQ=DAILY';
    case 'every working day': {
      const working = DAYS.filter((_, index) => week.work[index]!.length > 0);
      return `FREQ=WEEKLY;BYDAY=${(working.length ? working : DAYS).join(',')}`;
    }
    case 'every week':
      return `FREQ=WEEKLY;BYDAY=${weekday}`;
    case 'every second week':
      return `FREQ=WEEKLY;INTERVAL=2;BYDAY=${weekday}`;
    case 'every month': {
      if (day <= 28) return `FREQ=MONTHLY;BYMONTHDAY=${day}`;
      // In shorter months the last day stands for those they lack.
      const days = [28, 29, 30, 31].filter((each) => each <= day);
      return `FREQ=MONTHLY;BYMONTHDAY=${days.join(',')};BYSETPOS=-1`;
    }
  }
}
