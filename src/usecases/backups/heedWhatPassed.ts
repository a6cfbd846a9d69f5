/**
 * A desk brought back knows nothing of what happened since. What may have left in that time does not leave again
 * unasked: it stands still until somebody has looked.
 */
import { PENDING_STATES } from '#core/departure/states';
import { longDayWords, timeWords } from '#core/time/words';
import { toLocal } from '#core/time/wallClock';
import { noLongerWaiting } from '#store/backup';
import { departuresInState, type Departure } from '#store/departures';
import { activeFileWatches, swapFileWatch } from '#store/fileWatches';
import { doubtSentCopies } from '#store/mailboxes';
import { deleteAllSessions } from '#store/sessions';
import { endingWatches, swapWatch } from '#store/watches';
import { applyEvent } from '../departures/applyEvent';
import { holdLeft } from '../departures/holdLeft';
import type { Desk } from '../desk';
import { recoverUnfinished } from '../release/finishAttempt';

export interface Heeded {
  /** Departures that stand still for a look. */
  departures: number;
  /** Watches whose chasers wait for a look. */
  chasers: number;
}

/**
 * @param desk as it was backed up; nothing is at work on it
 * @param madeAt when it was, epoch ms; null where that is not known
 * @param before the database that was there, where there was one: what would not leave by itself there does not here
 */
export function heedWhatPassed(desk: Desk, madeAt: number | null, before: string | undefined): Heeded {
  recoverUnfinished(desk);
  return desk.store.write((tx) => {
    // Copies of what left may lie in their mailbox since: that is looked up.
    doubtSentCopies(tx);
    const now = desk.now(tx);
    const { zone, hourCycle } = desk.settings(tx);
    const local = toLocal(madeAt ?? now, zone);
    const of = madeAt === null ? '' : ` of ${longDayWords(local)}, ${timeWords(local, hourCycle)}`;
    const pending = PENDING_STATES.flatMap((state) => departuresInState(tx, state));
    const gone = before
      ? noLongerWaiting(
          before,
          pending.map(({ id }) => id),
          PENDING_STATES,
        )
      : new Set();
    const doubtful = pending.filter(({ id, due }) => due <= now || gone.has(id));
    const stand = (each: Departure) =>
      applyEvent(
        tx,
        each,
        'pause',
        now,
        {
          pausedFor: 'review',
          holdLeft: holdLeft(each, now),
          reason: `Brought back from the backup${of}: it may have left since, or been stopped. Look whether it has, then let it go or delete it.`,
        },
        'brought back from a backup',
      );
    for (const each of doubtful) stand(each);
    const chased = endingWatches(tx, now, -1).filter(({ chasers }) => chasers?.then === 'leave');
    for (const each of chased) swapWatch(tx, each, { chasers: { ...each.chasers!, then: 'review' } });
    // What the files say now is where it begins from: they may have been sent since.
    for (const each of activeFileWatches(tx))
      if (each.known !== null) swapFileWatch(tx, each, { known: null });
    // Who was signed out since is not signed in again.
    deleteAllSessions(tx);
    return { departures: doubtful.length, chasers: chased.length };
  });
}
