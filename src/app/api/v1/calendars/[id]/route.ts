import * as calendars from '#api/calendars/operations';
import { changeFollowed, readCalendar, unfollowCalendar } from '#usecases/calendars/followedCalendars';
import { route } from '../../respond';
import { presentCalendar } from '../present';

export const GET = route(calendars.readFollowed, ({ desk, params }) =>
  presentCalendar(readCalendar(desk, params.id!)),
);

export const PATCH = route(calendars.changeCalendar, ({ desk, params, body }) =>
  presentCalendar(changeFollowed(desk, params.id!, body)),
);

export const DELETE = route(calendars.unfollowCalendar, ({ desk, params, query }) => {
  unfollowCalendar(desk, params.id!, query.keep);
});
