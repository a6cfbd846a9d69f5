/** When a deferred release is tried again. */

const MINUTE = 60_000;
const DAY = 24 * 60 * MINUTE;

/** Growing intervals: two attempts within the first hour are the minimum RFC 5321 §4.5.4.1 asks for. */
const INTERVALS = [1, 4, 10, 25, 60, 120].map((minutes) => minutes * MINUTE);
const LAST_INTERVAL = 180 * MINUTE;

/** Attempts go on this long after the first (RFC 5321 §4.5.4.1: "at least 4-5 days"). */
export const GIVE_UP_AFTER = 5 * DAY;

/**
 * The moment of the next attempt.
 * @param attempts attempts made so far, at least 1
 * @param firstAttemptAt epoch ms; @param now epoch ms
 * @returns epoch ms, or undefined when it is time to give up
 */
export function nextAttempt(attempts: number, firstAttemptAt: number, now: number): number | undefined {
  const next = now + (INTERVALS[attempts - 1] ?? LAST_INTERVAL);
  return next - firstAttemptAt > GIVE_UP_AFTER ? undefined : next;
}

/** How long to wait before the mail server itself is tried again. @param tries made in vain, at least 1 */
export const serverRetryAfter = (tries: number): number => INTERVALS[tries - 1] ?? LAST_INTERVAL;
