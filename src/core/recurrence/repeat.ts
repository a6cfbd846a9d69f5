/** What comes again and again: a recurrence rule counted on one person's calendar. */
import { toText } from 'rrule-temporal/totext';
import { onWallClock } from './onWallClock';
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

const UNTIL_UTC = /UNTIL=(\d{4})(\d{2})(\d{2})T(\d{2})(\d{2})(\d{2})Z/i;

/** The rule counted on a wall clock: as if that were UTC, so that its changes of offset play no part. */
function floating({ rrule, start, zone }: Pick<Repeat, 'rrule' | 'start'> & Partial<Repeat>) {
  // An end in UTC is an instant (RFC 5545 §3.3.10); on the wall clock it is counted on it is what that shows then.
  const counted = rrule.replace(UNTIL_UTC, (whole, ...parts: string[]) => {
    const [year, month, day, hour, minute, second] = parts;
    const at = Date.parse(`${year}-${month}-${day}T${hour}:${minute}:${second}Z`);
    if (!zone || Number.isNaN(at)) return whole;
    return `UNTIL=${toLocal(at, zone).slice(0, 19).replace(/[-:]/g, '')}Z`;
  });
  try {
    return onWallClock(counted, start);
  } catch {
    throw new RepeatError('This is not a rule for repeating. Write it as FREQ=WEEKLY;INTERVAL=2;BYDAY=MO.');
  }
}

/**
 * The next moment of a rule after an instant, epoch ms; undefined where there is none.
 * @throws RepeatError for a rule that cannot be read, or that never happens
 */
export function nextRepeat(repeat: Repeat, after: number): number | undefined {
  const local = toLocal(after, repeat.zone);
  const rule = floating(repeat);
  try {
    // Of a time the clock skips or shows twice, the instant may be the same as the one before: then the one after it.
    let shown = new Date(`${local}Z`);
    for (let tries = 0; tries < 3; tries++) {
      const next = rule.next(shown);
      if (!next) return undefined;
      const { at } = toInstant(next.toPlainDateTime().toString().slice(0, 16), repeat.zone);
      if (at > after) return at;
      shown = new Date(next.epochMilliseconds);
    }
    return undefined;
  } catch {
    throw new RepeatError('This rule never happens.');
  }
}

/** A rule in words: “every 2 weeks on Monday”; as it stands where it cannot be read. */
export function repeatWords(repeat: Pick<Repeat, 'rrule' | 'start'>): string {
  try {
    return toText(floating(repeat)).replace(/ at .*UTC.*$/, '');
  } catch {
    return `by a rule that cannot be read: ${repeat.rrule}`;
  }
}
