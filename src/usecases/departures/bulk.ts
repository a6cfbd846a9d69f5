/** One thing done to several departures: each on its own, so that what cannot be done stops nothing else. */
import type { Plan } from '../../core/plan/plan';
import { nextWorkingMorning, shiftPlan, type Shift } from '../../core/plan/shift';
import { findDeparture, type Departure } from '../../store/departures';
import { findMessage } from '../../store/messages';
import type { Desk } from '../desk';
import { Invalid, NotFound, Refused, Stale } from '../errors';
import { receivers } from '../messages/envelope';
import { meAsPerson, placedReaders, readersAt } from '../people/readers';
import { moveDeparture, pauseDeparture, releaseNow, resumeDeparture } from './changeDeparture';
import { takeBack } from './takeBack';

export type BulkAction =
  | ({ action: 'shift' } & Shift)
  /** The start of the next working day of its first reader whose clock is known, else of mine. */
  | { action: 'next-working-morning' }
  /** Back to plans they had: the undo of moving. */
  | { action: 'restore'; plans: Record<string, Plan> }
  | { action: 'pause' | 'resume' | 'take-back' | 'release' };

export interface BulkResult {
  /** With the plan and the message each had before. */
  done: { id: string; messageId: string; plan: Plan }[];
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
      const plan = what.plans[id];
      if (!plan) throw new Refused('No plan was given for it.');
      moveDeparture(desk, id, plan);
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
      const { messageId, plan } = seen;
      apply(desk, seen, what);
      result.done.push({ id, messageId, plan });
    } catch (error) {
      const expected = [Refused, Stale, Invalid, NotFound].some((kind) => error instanceof kind);
      if (!expected) throw error;
      const subject = (seen && findMessage(desk.store.db, seen.messageId)?.subject) ?? '';
      result.failed.push({ id, subject, why: (error as Error).message });
    }
  }
  return result;
}
