import * as calendars from '#api/calendars/operations';
import { readCalendar, syncFollowed } from '#usecases/calendars/followedCalendars';
import { route } from '../../../respond';
import { presentCalendar } from '../../present';

export const POST = route(calendars.syncCalendar, async ({ desk, params }) => {
  readCalendar(desk, params.id!);
  const { pulled = 0, pushed = 0, dropped = 0 } = (await syncFollowed(desk, params.id!)) ?? {};
  return { calendar: presentCalendar(readCalendar(desk, params.id!)), pulled, pushed, dropped };
});
