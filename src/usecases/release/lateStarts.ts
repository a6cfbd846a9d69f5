/** Departures whose moment passed while nothing was running: whether they are too late to leave unasked. */
import { latestLeave, LATE_FROM } from '#core/departure/lateness';
import { addressKey } from '#core/message/address';
import type { Departure } from '#store/departures';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
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
    departures.map(({ id, messageId, due, reader, ifOff }) => {
      const own = all.filter(
        (each) =>
          each.messageId === messageId && (!reader || addressKey(each.address) === addressKey(reader)),
      );
      return [id, latestLeave(due, readersAt(desk, db, own), mine, ifOff ?? undefined)];
    }),
  );
}

/** Past the last instant, or late at all where it is to ask. */
export const isTooLate = (latest: number | null, due: number, now: number): boolean =>
  latest === null ? now > due + LATE_FROM : latest < now;
