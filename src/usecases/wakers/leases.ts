import { deadLeases, nextLeaseEnd } from '#store/leases';
import { expireLease } from '../departures/editLease';
import type { Waker } from './waker';

/** Who has something open for editing and went without a word is not waited for any longer. */
export const leasesWaker: Waker = {
  name: 'leases',
  fails: 'a message left open for editing stays so',
  clock: 'machine',
  next: (_desk, db, without) => nextLeaseEnd(db, without),
  due: (_desk, db, now, limit) =>
    deadLeases(db, now, limit).map(({ token, until }) => ({ id: token, at: until })),
  act: (desk, tx, id, now) => expireLease(desk, tx, id, now),
};
