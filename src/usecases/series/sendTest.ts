/** The next occurrence exactly as it would be, to myself, now; it counts for nothing. */
import type { Departure } from '#store/departures';
import { findMessage } from '#store/messages';
import { findSeries, openOccurrences } from '#store/series';
import type { Desk } from '../desk';
import { NotFound, Refused } from '../errors';
import { fillMessage } from '../fields/fillMessage';
import { testCopy } from '../messages/testCopy';

/**
 * With its fields filled; what is not filled stands in it as it is.
 * @returns the departure of the test
 * @throws NotFound, Invalid; Refused where none of it is still to come
 */
export function sendTest(desk: Desk, id: string): Departure {
  return desk.store.write((tx) => {
    const series = findSeries(tx, id);
    if (!series || series.deletedAt !== null) throw new NotFound('There is no such series.');
    const now = desk.now(tx);
    const next = openOccurrences(tx, id).find(({ meant }) => meant >= now) ?? openOccurrences(tx, id)[0];
    if (!next) throw new Refused('None of its occurrences is still to come.');
    return testCopy(desk, tx, fillMessage(desk, tx, findMessage(tx, next.messageId)!, next));
  });
}
