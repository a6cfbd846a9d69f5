import { inboxQuery } from '#api/incomingSchemas';
import { listThreads } from '#usecases/incoming/inbox';
import { presentThreads } from '../present';
import { json, route } from '../respond';

export const GET = route<undefined, { order: 'answer' | 'time'; cursor?: string; limit: number }>(
  ({ desk, query }) => json(presentThreads(listThreads(desk, { place: 'inbox', ...query }))),
  { query: inboxQuery },
);
