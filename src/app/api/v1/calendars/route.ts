import * as calendars from '#api/calendars/operations';
import { followCalendar, listCalendars } from '#usecases/calendars/followedCalendars';
import { calendarToTry } from '#usecases/lookIntoPostOffice';
import { route } from '../respond';
import { presentCalendar } from './present';

export const GET = route(calendars.listCalendars, ({ desk }) => ({
  calendars: listCalendars(desk).map(presentCalendar),
  toTry: calendarToTry() ?? null,
}));

export const POST = route(calendars.followCalendar, ({ desk, body }) =>
  presentCalendar(followCalendar(desk, body)),
);
