import { endingWatches, nextWatchEnd } from '#store/watches';
import { mailWaits } from '../incoming/mailWaits';
import { runOutOne } from '../watches/endWatch';
import type { Waker } from './waker';

/** Nobody has answered in time. What has come in may be the answer: until it has been read, nothing runs out. */
export const watchesWaker: Waker = {
  name: 'watches',
  fails: 'a watch that ran out does not come back',
  clock: 'desk',
  next: (desk, db, without) => (mailWaits(desk) ? null : nextWatchEnd(db, without)),
  due: (desk, db, now, limit) =>
    mailWaits(desk) ? [] : endingWatches(db, now, limit).map(({ id, at }) => ({ id, at: at! })),
  act: (_desk, tx, id, now) => runOutOne(tx, id, now),
};
