import * as holidays from '#api/holidays/operations';
import { addHolidays } from '#usecases/people/exchange';
import { holidaysKnown, regionsOf } from '#usecases/people/holidayCalendar';
import { route } from '../respond';

export const GET = route(holidays.readHolidays, ({ desk, query: { country } }) => ({
  holidays: holidaysKnown(desk.store.db, country),
  regions: regionsOf(country),
}));

export const POST = route(holidays.addHolidays, async ({ desk, body }) => ({
  days: await addHolidays(desk, body.country, body.text),
}));
