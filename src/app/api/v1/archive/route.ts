import { threadQuery } from '#api/incomingSchemas';
import { listThreads } from '#usecases/incoming/inbox';
import { presentThreads } from '../present';
import { json, route } from '../respond';

export const GET = route<undefined, { cursor?: string; limit: number }>(
  ({ desk, query }) => json(presentThreads(listThreads(desk, { place: 'archive', order: 'time', ...query }))),
  { query: threadQuery },
);
