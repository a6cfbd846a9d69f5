/** The one way a departure changes state: by the table, compare-and-swap, with journal and changes. */
import type { AttemptStage } from '#core/departure/outcome';
import {
  FROZEN_EVENTS,
  PENDING_STATES,
  transition,
  type DepartureEvent,
  type PauseCause,
} from '#core/departure/states';
import type { HeldBy } from '#core/hold/decide';
import type { IfTheyWriteFirst, Lateness, Plan } from '#core/plan/plan';
import { noteDue } from '#store/clock';
import { swapDeparture, type Departure } from '#store/departures';
import { deliveriesOf } from '#store/deliveries';
import { noteChange, record } from '#store/journal';
import { deleteLeasesOf } from '#store/leases';
import type { Tx } from '#store/store';
import { Refused, Stale } from '../errors';

/** What may change together with the state. */
export interface DeparturePatch {
  plan?: Plan;
  meant?: number;
  due?: number;
  reason?: string | null;
  attempts?: number;
  firstAttemptAt?: number | null;
  stage?: AttemptStage | null;
  headerId?: string;
  leftAt?: number;
  reader?: string | null;
  /** Given where a copy becomes a message of its own. */
  messageId?: string;
  ifTheyWriteFirst?: IfTheyWriteFirst;
  ifOff?: Lateness | null;
  heldBy?: HeldBy | null;
  /** Given with the events that pause; every other event ends a pause. */
  pausedFor?: PauseCause;
  holdLeft?: number | null;
}

/**
 * Applies an event to a departure as it was read in this transaction.
 * @param now epoch ms, for the journal
 * @param why in words, for the journal
 * @throws Refused where the table refuses; Stale where it changed since it was read
 */
export function applyEvent(
  tx: Tx,
  seen: Departure,
  event: DepartureEvent,
  now: number,
  patch: DeparturePatch = {},
  why: string | null = null,
): Departure {
  const someAccepted =
    FROZEN_EVENTS.includes(event) &&
    deliveriesOf(tx, [seen.id]).some((delivery) => delivery.status === 'accepted');
  const result = transition(seen.state, event, someAccepted);
  if (!result.ok) throw new Refused(result.why);
  const { to } = result;
  const change = to === 'paused' ? { state: to } : { state: to, pausedFor: null, holdLeft: null };
  if (seen.state === 'paused' && to !== 'paused') deleteLeasesOf(tx, seen.id);
  const next = swapDeparture(tx, seen, Object.assign(change, patch));
  if (!next) throw new Stale('departure');
  record(tx, {
    at: now,
    messageId: seen.messageId,
    departureId: seen.id,
    what: event,
    from: seen.state,
    to,
    why,
  });
  noteChange(tx, 'departure', seen.id);
  if (PENDING_STATES.includes(next.state)) noteDue(tx, next.due);
  return next;
}
