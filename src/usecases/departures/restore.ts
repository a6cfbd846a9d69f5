/** Undo: a departure is again exactly what it was before somebody changed it. */
import { PENDING_STATES, type DepartureState, type PauseCause } from '#core/departure/states';
import type { HeldBy } from '#core/hold/decide';
import type { Plan } from '#core/plan/plan';
import type { Departure } from '#store/departures';
import { setDeliveries } from '#store/deliveries';
import { setDiffers } from '#store/series';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { Invalid, Refused } from '../errors';
import { receivers } from '../messages/envelope';
import { keptPlan } from './planDepartures';
import { applyEvent, type DeparturePatch } from './applyEvent';
import { change } from './changeDeparture';
import { newLife } from './newLife';

/** States a person's change can begin in, and its undo end in. */
export const RESTORABLE = ['held', 'scheduled', 'paused'] as const satisfies readonly DepartureState[];

/** What a departure was. Moments are epoch ms. */
export interface Snapshot {
  state: (typeof RESTORABLE)[number];
  plan: Plan;
  meant: number;
  due: number;
  pausedFor: PauseCause | null;
  holdLeft: number | null;
  reason: string | null;
  heldBy: HeldBy | null;
  /** Of a series: it had been given something of its own. */
  differs?: boolean;
}

/** undefined of one that is in no state to come back to. */
export function snapshotOf(departure: Departure): Snapshot | undefined {
  const { state, plan, meant, due, pausedFor, holdLeft, reason, heldBy, differs } = departure;
  const known = RESTORABLE.find((each) => each === state);
  return known && { state: known, plan, meant, due, pausedFor, holdLeft, reason, heldBy, differs };
}

const PASSED = 'Its moment has passed meanwhile. Choose another one, or let it go now.';

/** From whatever it is now, by events every history knows. */
function becomes(tx: Tx, seen: Departure, was: Snapshot, now: number): Departure {
  const { plan, meant, due, holdLeft, reason, heldBy } = was;
  // It may have been tried meanwhile, and have come to nothing.
  const moment: DeparturePatch = { ...newLife(tx, seen), plan, meant, due, reason, heldBy };
  const why = 'undone';
  if (was.state === 'paused') {
    const pause = { ...moment, pausedFor: was.pausedFor ?? ('me' as const), holdLeft };
    if (seen.state === 'paused') return applyEvent(tx, seen, 'replan', now, pause, why);
    const pending = PENDING_STATES.includes(seen.state) ? seen : applyEvent(tx, seen, 'plan', now, moment);
    return applyEvent(tx, pending, 'pause', now, pause, why);
  }
  if (due <= now) throw new Refused(PASSED);
  if (was.state === 'scheduled') {
    const event = seen.state === 'paused' ? 'resume' : seen.state === 'draft' ? 'plan' : 'move';
    return applyEvent(tx, seen, event, now, moment, why);
  }
  return applyEvent(tx, seen, seen.state === 'draft' ? 'send' : 'hold-again', now, moment, why);
}

/**
 * Makes it what it was: moved, paused, set going or taken back meanwhile.
 * @throws NotFound, Stale, Invalid; Refused where it has left or is leaving, or where its moment has passed
 */
export function restoreDeparture(desk: Desk, id: string, was: Snapshot, revision?: number): Departure {
  return change(
    desk,
    id,
    revision,
    (tx, seen, now) => {
      const to = receivers(tx, seen.messageId).map(({ address }) => address);
      if (to.length === 0) throw new Invalid('Add at least one recipient.', 'to');
      const restored = becomes(tx, seen, { ...was, plan: keptPlan(desk, tx, was.plan) }, now);
      if (seen.state === 'draft') setDeliveries(tx, id, seen.reader ? [seen.reader] : to);
      // What is as its series has it follows that again.
      const differs = was.differs ?? restored.differs;
      if (restored.seriesId !== null) setDiffers(tx, [id], differs);
      return { ...restored, differs };
    },
    'as it was',
  );
}
