import { holidaysRequest } from '../../../../api/schemas';
import { addHolidays } from '../../../../usecases/people/exchange';
import { json, route } from '../respond';

export const POST = route<{ country: string; text: string }>(
  ({ desk, body }) => json({ days: addHolidays(desk, body.country, body.text) }),
  { body: holidaysRequest },
);
