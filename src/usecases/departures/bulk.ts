/** One thing done to several departures: each on its own, so that what cannot be done stops nothing else. */
import type { Shift } from '#core/plan/plan';
import { nextWorkingMorning, shiftPlan } from '#core/plan/shift';
import { findDeparture, type Departure } from '#store/departures';
import { findMessage } from '#store/messages';
import type { Desk } from '../desk';
import { Invalid, NotFound, Refused, Stale } from '../errors';
import { receivers } from '../messages/envelope';
import { meAsPerson, placedReaders, readersAt } from '../people/readers';
import { moveDeparture, pauseDeparture, releaseNow, resumeDeparture } from './changeDeparture';
import { restoreDeparture, snapshotOf, type Snapshot } from './restore';
import { takeBack } from './takeBack';

export type BulkAction =
  | ({ action: 'shift' } & Shift)
  /** The start of the next working day of its first reader whose clock is known, else of mine. */
  | { action: 'next-working-morning' }
  /** Back to what they were, by id: the undo of any other. */
  | { action: 'restore'; snapshots: Record<string, Snapshot> }
  | { action: 'pause' | 'resume' | 'take-back' | 'release' };

export interface BulkResult {
  /** With what each was before; null where it was in no state to come back to. */
  done: { id: string; snapshot: Snapshot | null }[];
  failed: { id: string; subject: string; why: string }[];
}

function apply(desk: Desk, seen: Departure, what: BulkAction): void {
  const { id } = seen;
  switch (what.action) {
    case 'shift': {
      const { zone } = desk.settings();
      moveDeparture(desk, id, shiftPlan(seen.plan, what, seen.due, zone));
      return;
    }
    case 'next-working-morning': {
      const { db } = desk.store;
      const to = receivers(db, seen.messageId).filter(
        ({ address }) => !seen.reader || address === seen.reader,
      );
      const [reader = meAsPerson(desk)] = placedReaders(readersAt(desk, db, to));
      const plan = nextWorkingMorning(seen.due, reader);
      if (!plan) throw new Refused('This reader has no working days.');
      moveDeparture(desk, id, plan);
      return;
    }
    case 'restore': {
      const was = what.snapshots[id];
      if (!was) throw new Refused('Nothing was said of what it was.');
      restoreDeparture(desk, id, was);
      return;
    }
    case 'pause':
      pauseDeparture(desk, id);
      return;
    case 'resume':
      resumeDeparture(desk, id);
      return;
    case 'take-back':
      takeBack(desk, id);
      return;
    case 'release':
      releaseNow(desk, id);
      return;
  }
}

export function bulk(desk: Desk, ids: readonly string[], what: BulkAction): BulkResult {
  const result: BulkResult = { done: [], failed: [] };
  for (const id of ids) {
    const seen = findDeparture(desk.store.db, id);
    try {
      if (!seen) throw new NotFound('There is no such departure.');
      const snapshot = snapshotOf(seen) ?? null;
      apply(desk, seen, what);
      result.done.push({ id, snapshot });
    } catch (error) {
      const expected = [Refused, Stale, Invalid, NotFound].some((kind) => error instanceof kind);
      if (!expected) throw error;
      const subject = (seen && findMessage(desk.store.db, seen.messageId)?.subject) ?? '';
      result.failed.push({ id, subject, why: (error as Error).message });
    }
  }
  return result;
}
