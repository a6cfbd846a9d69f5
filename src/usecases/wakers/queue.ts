import { findDeparture } from '#store/departures';
import { nextUntried, untriedDue } from '#store/dueDepartures';
import { PENDING_STATES } from '#core/departure/states';
import { namesInTrouble } from '../accounts/usualAccount';
import { applyEvent } from '../departures/applyEvent';
import type { Waker } from './waker';

/** Departures whose moment comes while the mail server cannot be reached are told that they wait for it. */
export const queueWaker: Waker = {
  name: 'queue',
  fails: 'a message that waits for the mail server does not say so',
  clock: 'desk',
  next: (_desk, db, without) => nextUntried(db, namesInTrouble(db), without),
  due: (_desk, db, now, limit) =>
    untriedDue(db, namesInTrouble(db), now, limit)
      .slice(0, limit)
      .map(({ id, due }) => ({ id, at: due })),
  act(_desk, tx, id, now) {
    const seen = findDeparture(tx, id);
    if (!seen || seen.due > now || seen.firstAttemptAt !== null || !PENDING_STATES.includes(seen.state))
      return;
    applyEvent(tx, seen, 'server-down', now, { firstAttemptAt: now });
  },
};
