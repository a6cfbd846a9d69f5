/** One occurrence changed by itself. */
import type { Plan } from '#core/plan/plan';
import { occurrenceId } from '#core/recurrence/series';
import { findSeries, openOccurrences } from '#store/series';
import { approveDeparture, moveDeparture } from '../departures/changeDeparture';
import type { Desk } from '../desk';
import { NotFound, Refused } from '../errors';
import { editMessage } from '../messages/editMessage';
import { skipOccurrence } from './changeSeries';

export interface OccurrencePatch {
  skip?: boolean;
  plan?: Plan;
  subject?: string;
  text?: string;
  html?: string | null;
  approved?: true;
}

/**
 * Moves every copy of it, writes into it, lets it go on after a look, leaves it out or takes it in again.
 * @param local the time it would have, `2026-12-03T09:10`
 * @throws NotFound, Invalid, Stale; Refused where it is not among those of the next weeks, or has left
 */
export function changeOccurrence(
  desk: Desk,
  id: string,
  local: string,
  { skip, plan, approved, ...written }: OccurrencePatch,
): void {
  desk.store.write((tx) => {
    const series = findSeries(tx, id);
    if (!series || series.deletedAt !== null) throw new NotFound('There is no such series.');
    const occurrence = occurrenceId(local);
    if (skip !== undefined) skipOccurrence(desk, id, occurrence, skip);
    if (plan === undefined && !approved && Object.keys(written).length === 0) return;
    const own = openOccurrences(tx, id).filter((each) => each.occurrence === occurrence);
    const [first] = own;
    if (!first) throw new Refused('It is not one of those of the next weeks that have not left.');
    if (Object.keys(written).length > 0) editMessage(desk, first.messageId, written);
    for (const each of own) {
      if (plan) moveDeparture(desk, each.id, plan);
      if (approved && each.pausedFor === 'review') approveDeparture(desk, each.id);
    }
  });
}
