/** What one attempt to hand a message to the mail server came to. */
import { HANDOVER } from '../limits';
import type { DepartureEvent } from './states';

/** How far an attempt got. Each is persisted before the step it names is taken. */
export const ATTEMPT_STAGES = ['claimed', 'data-open', 'final-dot'] as const;
export type AttemptStage = (typeof ATTEMPT_STAGES)[number];

/** The server's verdict on one recipient. */
export interface RecipientOutcome {
  address: string;
  status: 'accepted' | 'deferred' | 'refused';
  /** The server's own words, code included; empty if it said none. */
  answer: string;
}

/**
 * The event one attempt yields, over all recipients of the departure including those settled in earlier
 * attempts. `unanswered` marks a connection that ended after the final dot.
 */
export function attemptEvent(outcomes: readonly RecipientOutcome[], unanswered: boolean): DepartureEvent {
  if (unanswered) return 'lost';
  if (outcomes.some((outcome) => outcome.status === 'deferred')) return 'deferred';
  return outcomes.some((outcome) => outcome.status === 'accepted') ? 'accepted' : 'refused';
}

/**
 * The verdict an SMTP reply code stands for: 4yz asks to try later, 5yz refuses for good (RFC 5321 §4.2.1).
 * Without a code (no connection, a time-out) it is worth another try.
 */
export function replyStatus(code: number | undefined): RecipientOutcome['status'] {
  return code !== undefined && code >= 500 && code < 600 ? 'refused' : 'deferred';
}

/**
 * Whether an answer after the final dot says what became of the message: 2yz, 4yz and 5yz do (RFC 5321 §4.3.2). Any
 * other leaves it open whether the server has it.
 */
export const isVerdict = (code: number | undefined): boolean =>
  code !== undefined && [2, 4, 5].includes(Math.floor(code / 100));

/**
 * What is safe to do with an attempt found unfinished at start: only after the final dot may the server have
 * the message.
 */
export function unfinishedEvent(stage: AttemptStage): 'deferred' | 'lost' {
  return stage === 'final-dot' ? 'lost' : 'deferred';
}

const minutes = (ms: number) => `${ms / 60_000} minutes`;

/** What is waited for while an attempt runs, and for how long. */
export function stageWords(stage: AttemptStage): string {
  if (stage === 'final-dot')
    return `All of it is with the mail server; its answer is awaited for up to ${minutes(HANDOVER.afterDotMs)}.`;
  const what = stage === 'claimed' ? 'The mail server is being asked to take it' : 'Its text is going over';
  return `${what}; after ${minutes(HANDOVER.toDotMs)} this is given up and tried again.`;
}
