import * as calendars from '#api/calendars/operations';
import { calendarsOf } from '#usecases/calendars/followedCalendars';
import { route } from '../../respond';

export const POST = route(calendars.findCalendars, async ({ body: { place, user, password } }) => ({
  found: await calendarsOf(place, user, password),
}));
