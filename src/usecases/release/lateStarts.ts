/** Departures whose moment passed while nothing was running: those that are too late pause and ask. */
import { latestFor, LATE_FROM } from '#core/departure/lateness';
import { addressKey } from '#core/message/address';
import { accountNames } from '#store/accounts';
import type { Departure } from '#store/departures';
import { anyUntriedDue, untriedDue } from '#store/dueDepartures';
import type { Reading, Tx } from '#store/store';
import { applyEvent } from '../departures/applyEvent';
import type { Desk } from '../desk';
import { diskTrouble } from '../diskTrouble';
import { missEarlier } from '../series/fitSeries';
import { receiversOf } from '../messages/envelope';
import { readersAt } from '../people/readers';

/** The last instant at which each departure may still make its first attempt, epoch ms, by id; null where it asks. */
export function latestLeaves(
  desk: Desk,
  db: Reading,
  departures: readonly Departure[],
): Map<string, number | null> {
  const mine = desk.settings(db).zone;
  const all = receiversOf(db, [...new Set(departures.map((each) => each.messageId))]);
  return new Map(
    departures.map(({ id, messageId, due, reader, ifOff, plan }) => {
      const own = all.filter(
        (each) =>
          each.messageId === messageId && (!reader || addressKey(each.address) === addressKey(reader)),
      );
      return [id, latestFor(plan, due, readersAt(desk, db, own), mine, ifOff ?? undefined)];
    }),
  );
}

/** Past the last instant, or late at all where it is to ask. */
export const isTooLate = (latest: number | null, due: number, now: number): boolean =>
  latest === null ? now > due + LATE_FROM : latest < now;

/** As it is found out for all at once; one of which it cannot be told is not let go unasked either. */
function findTooLate(desk: Desk, tx: Tx, late: readonly Departure[], now: number): Departure[] {
  try {
    const latest = latestLeaves(desk, tx, late);
    return late.filter(({ id, due }) => isTooLate(latest.get(id)!, due, now));
  } catch (error) {
    if (diskTrouble(error)) throw error;
    return late.length === 1 ? [...late] : late.flatMap((each) => findTooLate(desk, tx, [each], now));
  }
}

/**
 * Pauses what is too late by now. What merely waits its turn while all is at work is not late, however long it takes.
 * @param since nothing was running until then, epoch ms: what was due before is what it is about
 * @returns how many
 */
export function pauseTooLate(desk: Desk, since: number): number {
  const now = desk.now();
  const before = Math.min(since, now - LATE_FROM);
  const { db } = desk.store;
  if (!desk.store.read(() => anyUntriedDue(db, accountNames(db), before))) return 0;
  const late = (tx: Tx) => untriedDue(tx, accountNames(tx), before);
  return desk.store.write((tx) => {
    const repeated = new Set(late(tx).flatMap(({ seriesId }) => seriesId ?? []));
    for (const id of repeated) missEarlier(tx, id, now);
    const tooLate = findTooLate(desk, tx, late(tx), now);
    for (const departure of tooLate) applyEvent(tx, departure, 'too-late', now, { pausedFor: 'late' });
    return tooLate.length;
  });
}
