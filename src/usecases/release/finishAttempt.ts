/** Recording how an attempt goes and what it came to. */
import {
  attemptEvent,
  unfinishedEvent,
  type AttemptStage,
  type RecipientOutcome,
} from '#core/departure/outcome';
import { nextAttempt } from '#core/departure/retry';
import {
  departuresInState,
  findDeparture,
  isDepartureAsSeen,
  swapDeparture,
  type Departure,
} from '#store/departures';
import { deliveriesOf, recordOutcomes } from '#store/deliveries';
import { noteMaxSize } from '#store/accounts';
import { record } from '#store/journal';
import type { Message } from '#store/messages';
import type { Tx } from '#store/store';
import { noteLeft } from './noteLeft';
import type { AttemptResult } from '#mail/smtpPool';
import { ENVIRONMENT } from '../accounts/usualAccount';
import { applyEvent } from '../departures/applyEvent';
import type { Desk } from '../desk';
import { reportReached, reportTrouble } from './serverTrouble';

const UNANSWERED = 'The connection ended before the mail server answered: it may have the message.';

/** Persists a stage before its step is taken; the departure must be the claimed one as last written. */
export function recordStage(desk: Desk, departure: Departure, stage: AttemptStage): Promise<Departure> {
  return desk.group.run((tx) => {
    const next = swapDeparture(tx, departure, { stage });
    if (!next) throw new Error(`Departure ${departure.id} was changed while it was being released.`);
    return next;
  });
}

function giveUp(desk: Desk, tx: Tx, seen: Departure, now: number, answer: string): Departure {
  const reason = `Gave up after days: ${answer}`;
  const given = deliveriesOf(tx, [seen.id]);
  const waiting = given.filter((delivery) => delivery.status === 'deferred' || delivery.status === 'waiting');
  recordOutcomes(
    tx,
    seen.id,
    waiting.map(({ address }) => ({ address, status: 'refused', answer: reason })),
  );
  if (!given.some((delivery) => delivery.status === 'accepted'))
    return applyEvent(tx, seen, 'refused', now, { stage: null, reason }, answer);
  const leftAt = seen.leftAt ?? seen.firstAttemptAt ?? now;
  const left = applyEvent(tx, seen, 'accepted', now, { leftAt, stage: null, reason }, answer);
  noteLeft(desk, tx, left, deliveriesOf(tx, [seen.id]), now);
  return left;
}

function postpone(
  desk: Desk,
  tx: Tx,
  seen: Departure,
  now: number,
  answer: string,
  next: number | undefined,
): Departure {
  if (next === undefined) return giveUp(desk, tx, seen, now, answer);
  // Those who have it already have had it since the first attempt that reached them.
  const some = deliveriesOf(tx, [seen.id]).some((delivery) => delivery.status === 'accepted');
  const left = some && seen.leftAt === null ? { leftAt: now } : {};
  return applyEvent(tx, seen, 'deferred', now, { ...left, due: next, stage: null, reason: answer }, answer);
}

function settle(
  desk: Desk,
  tx: Tx,
  seen: Departure,
  now: number,
  { outcomes, unanswered, words }: AttemptResult,
  message: Message | undefined,
) {
  // Where the line broke nothing is known of those the message was for; who was refused before that is refused.
  recordOutcomes(tx, seen.id, outcomes);
  const all = deliveriesOf(tx, [seen.id]).map((delivery) => delivery as RecipientOutcome);
  const event = attemptEvent(all, unanswered);
  const said = (status: RecipientOutcome['status']) =>
    outcomes.find((each) => each.status === status)?.answer;
  switch (event) {
    case 'deferred':
      return postpone(
        desk,
        tx,
        seen,
        now,
        said('deferred') ?? '',
        nextAttempt(seen.attempts, seen.firstAttemptAt ?? now, now),
      );
    case 'lost':
      return applyEvent(tx, seen, 'lost', now, { reason: UNANSWERED }, words);
    case 'refused': {
      const answer = said('refused') ?? '';
      return applyEvent(tx, seen, 'refused', now, { stage: null, reason: answer }, answer);
    }
    default: {
      const leftAt = seen.leftAt ?? now;
      const refused = all.filter((outcome) => outcome.status === 'refused');
      const reason = refused.length
        ? refused.map((outcome) => `${outcome.address}: ${outcome.answer}`).join('; ')
        : null;
      const left = applyEvent(
        tx,
        seen,
        'accepted',
        now,
        { leftAt, stage: null, reason },
        said('accepted') ?? '',
      );
      noteLeft(desk, tx, left, all, leftAt, message);
      return left;
    }
  }
}

/** What is known of an attempt beside what it came to. */
export interface Attempt {
  /** Whose server it was handed to; usually that of the environment. */
  account?: string;
  /** As both were last written here: they are read anew only where somebody has written them since. */
  known?: { departure: Departure; message: Message };
  /** Nobody waits for this: it comes along with what others that leave write. */
  atEase?: boolean;
}

/**
 * Settles an attempt by the server's verdicts: sent, failed, unconfirmed, or scheduled for another try. Where the
 * server could not be reached, everything of its account waits for it.
 */
export function finishAttempt(
  desk: Desk,
  id: string,
  result: AttemptResult,
  { account = ENVIRONMENT, known, atEase }: Attempt = {},
): Promise<Departure> {
  const work = (tx: Tx) => {
    const now = desk.now(tx);
    const last = known?.departure;
    const seen = last && isDepartureAsSeen(tx, last) ? last : findDeparture(tx, id)!;
    if (result.unreachable === undefined) {
      reportReached(tx, account);
      if (result.noReceipts)
        record(tx, {
          at: now,
          messageId: seen.messageId,
          departureId: id,
          what: 'no-receipts',
        });
      if (result.maxSize !== undefined) noteMaxSize(tx, account, result.maxSize);
      return settle(desk, tx, seen, now, result, known?.message);
    }
    const words = result.unreachable;
    const { nextTry } = reportTrouble(tx, account, words, now);
    const first = seen.firstAttemptAt ?? now;
    const wasLast = nextAttempt(seen.attempts, first, now) === undefined;
    // It goes on waiting in its place of the queue; the whole queue is tried again together.
    return postpone(desk, tx, seen, now, words, wasLast ? undefined : Math.min(seen.due, nextTry));
  };
  return desk.group.run(work, atEase);
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
