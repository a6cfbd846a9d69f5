import * as inbox from '#api/inbox/operations';
import { listThreads } from '#usecases/incoming/inbox';
import { presentThreads } from '../present';
import { route } from '../respond';

export const GET = route(inbox.listInbox, ({ desk, query }) =>
  presentThreads(listThreads(desk, { place: 'inbox', ...query })),
);
