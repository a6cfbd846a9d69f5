import * as inbox from '#api/inbox/operations';
import { listSnoozed } from '#usecases/incoming/inbox';
import { presentPage } from '../present';
import { route } from '../respond';

export const GET = route(inbox.listSnoozed, ({ desk, query }) => presentPage(listSnoozed(desk, query.limit)));
