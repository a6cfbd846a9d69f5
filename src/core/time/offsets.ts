/**
 * Offsets of zones, remembered until they next change. Asking the zone rules costs tens of microseconds; a plan for
 * hundreds of readers asks thousands of times, nearly always about the same few months.
 */
import { Temporal } from 'temporal-polyfill';

/** While an offset lasts: from one instant, which may not be its first, until it changes. */
interface Spell {
  from: number;
  until: number;
  /** Milliseconds east of UTC. */
  offset: number;
}

const spells = new Map<string, Spell[]>();
/** Where no change is in sight the rules are asked again after this long. */
const NO_CHANGE_MS = 366 * 86_400_000;

/**
 * Milliseconds east of UTC.
 * @param at epoch ms; @param zone a canonical IANA name
 */
export function offsetAt(at: number, zone: string): number {
  let known = spells.get(zone);
  if (!known) spells.set(zone, (known = []));
  const spell = known.find(({ from, until }) => at >= from && at < until);
  if (spell) return spell.offset;
  const there = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(zone);
  const offset = there.offsetNanoseconds / 1e6;
  const until = there.getTimeZoneTransition('next')?.epochMilliseconds ?? at + NO_CHANGE_MS;
  const same = known.find((each) => each.until === until);
  if (same) same.from = Math.min(same.from, at);
  else known.push({ from: at, until, offset });
  return offset;
}
