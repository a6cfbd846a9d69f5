import { listQuery } from '../../../../api/schemas';
import { listIncoming } from '../../../../usecases/messages/readMessage';
import { presentPage } from '../present';
import { json, route } from '../respond';

export const GET = route<undefined, { limit: number }>(
  ({ desk, query }) => json(presentPage(listIncoming(desk, 'inbox', query.limit))),
  { query: listQuery },
);
