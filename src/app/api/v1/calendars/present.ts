import type { CalendarJson } from '#api/types';
import type { CalendarView } from '#usecases/calendars/followedCalendars';
import { iso, isoOrNull } from '../present';

export const presentCalendar = ({ agreedAt, createdAt, ...rest }: CalendarView): CalendarJson => ({
  ...rest,
  agreedAt: isoOrNull(agreedAt),
  createdAt: iso(createdAt),
});
