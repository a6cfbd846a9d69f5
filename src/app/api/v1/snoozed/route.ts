import { threadQuery } from '#api/incomingSchemas';
import { listSnoozed } from '#usecases/incoming/inbox';
import { presentPage } from '../present';
import { json, route } from '../respond';

export const GET = route<undefined, { limit: number }>(
  ({ desk, query }) => json(presentPage(listSnoozed(desk, query.limit))),
  { query: threadQuery },
);
