/** Limits of a message. */

/** Seconds a hold may last, besides 0 for off. */
export const HOLD_SECONDS = { min: 10, max: 120 * 60, default: 90 } as const;

/** Characters of a subject; longer ones are folded by every reader anyway. */
export const MAX_SUBJECT = 500;

/** Recipients of one message over all fields. */
export const MAX_RECIPIENTS = 500;

/** Characters of text or HTML. */
export const MAX_BODY = 2_000_000;
