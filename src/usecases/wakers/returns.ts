import { dueReturns, nextReturnDue } from '#store/returns';
import { bringBackOne } from '../incoming/bringBack';
import type { Waker } from './waker';

/** What was put off comes back. */
export const returnsWaker: Waker = {
  name: 'returns',
  fails: 'something put off does not come back',
  clock: 'desk',
  next: (_desk, db, without) => nextReturnDue(db, without),
  due: (_desk, db, now, limit) => dueReturns(db, now, limit).map(({ id, due }) => ({ id, at: due })),
  act: (_desk, tx, id, now) => bringBackOne(tx, id, now),
};
