import { firstArrivalAt } from '#store/arrivals';
import type { Reading } from '#store/store';
import { endingWatches, nextWatchEnd } from '#store/watches';
import { runOutOne } from '../watches/endWatch';
import type { Waker } from './waker';

/** What had come in by the deadline may be the answer: until it has been read, the watch does not run out. */
const mayBeAnswered = (db: Reading): ((at: number) => boolean) => {
  const first = firstArrivalAt(db);
  return (at) => first !== null && first <= at;
};

/** Nobody has answered in time. */
export const watchesWaker: Waker = {
  name: 'watches',
  fails: 'a watch that ran out does not come back',
  clock: 'desk',
  next(_desk, db, without) {
    const at = nextWatchEnd(db, without);
    // What is read wakes the engine.
    return at !== null && mayBeAnswered(db)(at) ? null : at;
  },
  due(_desk, db, now, limit) {
    const open = mayBeAnswered(db);
    return endingWatches(db, now, limit).flatMap(({ id, at }) => (open(at!) ? [] : [{ id, at: at! }]));
  },
  act: runOutOne,
};
