/** Recording how an attempt goes and what it came to. */
import {
  attemptEvent,
  unfinishedEvent,
  type AttemptStage,
  type RecipientOutcome,
} from '../../core/departure/outcome';
import { nextAttempt } from '../../core/departure/retry';
import {
  deliveriesOf,
  departuresInState,
  findDeparture,
  recordOutcomes,
  swapDeparture,
  type Departure,
} from '../../store/departures';
import { findMessage, swapMessage } from '../../store/messages';
import type { Tx } from '../../store/store';
import { applyEvent } from '../departures/applyEvent';
import type { Desk } from '../desk';

const UNANSWERED = 'The connection ended before the mail server answered: it may have the message.';

/** Persists a stage before its step is taken; the departure must be the claimed one as last written. */
export function recordStage(desk: Desk, departure: Departure, stage: AttemptStage): Departure {
  return desk.store.write((tx) => {
    const next = swapDeparture(tx, departure, { stage });
    if (!next) throw new Error(`Departure ${departure.id} was changed while it was being released.`);
    return next;
  });
}

function postpone(tx: Tx, seen: Departure, now: number, answer: string): Departure {
  const next = nextAttempt(seen.attempts, seen.firstAttemptAt ?? now, now);
  if (next !== undefined)
    return applyEvent(tx, seen, 'deferred', now, { due: next, stage: null, reason: answer }, answer);
  const given = deliveriesOf(tx, [seen.id]);
  const outcomes = given
    .filter((delivery) => delivery.status === 'deferred')
    .map(({ address }): RecipientOutcome => ({
      address,
      status: 'refused',
      answer: `Gave up after days: ${answer}`,
    }));
  recordOutcomes(tx, seen.id, outcomes);
  const event = given.some((delivery) => delivery.status === 'accepted') ? 'accepted' : 'refused';
  const leftAt = event === 'accepted' ? { leftAt: seen.firstAttemptAt ?? now } : {};
  return applyEvent(
    tx,
    seen,
    event,
    now,
    { ...leftAt, stage: null, reason: `Gave up after days: ${answer}` },
    answer,
  );
}

/** Settles an attempt by the server's verdicts: sent, failed, unconfirmed, or scheduled for another try. */
export function finishAttempt(
  desk: Desk,
  id: string,
  outcomes: RecipientOutcome[],
  unanswered: boolean,
): Departure {
  return desk.store.write((tx) => {
    const now = desk.now(tx);
    const seen = findDeparture(tx, id)!;
    if (!unanswered) recordOutcomes(tx, id, outcomes);
    const all = deliveriesOf(tx, [id]).map((delivery) => delivery as RecipientOutcome);
    const event = attemptEvent(all, unanswered);
    const answer =
      outcomes.find((outcome) => outcome.status !== 'accepted')?.answer ?? outcomes[0]?.answer ?? '';
    switch (event) {
      case 'deferred':
        return postpone(tx, seen, now, answer);
      case 'lost':
        return applyEvent(tx, seen, 'lost', now, { reason: UNANSWERED }, answer);
      case 'refused':
        return applyEvent(tx, seen, 'refused', now, { stage: null, reason: answer }, answer);
      default: {
        const message = findMessage(tx, seen.messageId)!;
        swapMessage(tx, message, { at: now });
        const refused = all.filter((outcome) => outcome.status === 'refused');
        const reason = refused.length
          ? refused.map((outcome) => `${outcome.address}: ${outcome.answer}`).join('; ')
          : null;
        return applyEvent(tx, seen, 'accepted', now, { leftAt: now, stage: null, reason }, answer);
      }
    }
  });
}

/** At start: settles what the last run left unfinished. Before the final dot it is safe to try again. */
export function recoverUnfinished(desk: Desk): Departure[] {
  return desk.store.write((tx) => {
    const now = desk.now(tx);
    return departuresInState(tx, 'releasing').map((seen) =>
      unfinishedEvent(seen.stage ?? 'claimed') === 'lost'
        ? applyEvent(tx, seen, 'lost', now, { reason: UNANSWERED }, 'the engine stopped')
        : applyEvent(tx, seen, 'deferred', now, { due: now, stage: null }, 'the engine stopped'),
    );
  });
}
