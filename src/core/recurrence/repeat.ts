/** What comes again and again: a recurrence rule counted on one person's calendar. */
import { occurrences, untilOn } from './occurrences';
import { readRule, RuleError, type Rule } from './rule';
import { endWords, ruleWords } from './words';
import { toInstant, toLocal } from '../time/wallClock';

/** A recurrence rule (RFC 5545 §3.3.10) counted on one person's calendar. */
export interface Repeat {
  /** Without `RRULE:`. */
  rrule: string;
  /** The first moment, on the clock of `zone`: `2026-12-07T09:00`. */
  start: string;
  /** IANA zone. */
  zone: string;
}

/** A rule that cannot be used. `message` is fit to show. */
export class RepeatError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'RepeatError';
  }
}

/** @throws RepeatError in words */
function ruleOf({ rrule }: Repeat): Rule {
  try {
    return readRule(rrule);
  } catch (error) {
    if (error instanceof RuleError) throw new RepeatError(error.message);
    throw error;
  }
}

/**
 * The next moment of a rule after an instant, epoch ms; undefined where there is none.
 * @throws RepeatError for a rule that cannot be read, or that never happens
 */
export function nextRepeat(repeat: Repeat, after: number): number | undefined {
  const { start, zone } = repeat;
  const rule = ruleOf(repeat);
  const span = { from: toLocal(after, zone), until: untilOn(rule, zone) };
  for (const moment of occurrences(rule, start, span)) {
    // Of a time the clock skips or shows twice, the instant may be the same as the one before: then the one after it.
    const { at } = toInstant(moment, zone);
    if (at > after) return at;
  }
  if (rule.count === null && rule.until === null) throw new RepeatError('This rule never happens.');
  return undefined;
}

/** A rule in words: “every second Monday”; as it stands where it cannot be read. */
export function repeatWords({ rrule, start, zone }: Repeat): string {
  try {
    const rule = readRule(rrule);
    return ruleWords(rule, start) + endWords(rule, untilOn(rule, zone));
  } catch {
    return `by a rule that cannot be read: ${rrule}`;
  }
}
