import { holidaysQuery, holidaysRequest } from '#api/schemas';
import { addHolidays } from '#usecases/people/exchange';
import { holidaysKnown, regionsOf } from '#usecases/people/holidayCalendar';
import { json, route } from '../respond';

export const GET = route<undefined, { country: string }>(
  ({ desk, query: { country } }) =>
    json({ holidays: holidaysKnown(desk.store.db, country), regions: regionsOf(country) }),
  { query: holidaysQuery },
);

export const POST = route<{ country: string; text: string }>(
  async ({ desk, body }) => json({ days: await addHolidays(desk, body.country, body.text) }),
  { body: holidaysRequest },
);
