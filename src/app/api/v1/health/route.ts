import { readHealth } from '#usecases/health';
import { presentHealth } from '../present';
import { json, route } from '../respond';

export const GET = route(({ desk }) =>
  json(presentHealth(readHealth(desk, Boolean(process.env.OAK_SMTP_URL)))),
);
