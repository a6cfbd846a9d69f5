/**
 * Offsets of zones, remembered until they next change. Asking the zone rules costs tens of microseconds; a plan for
 * hundreds of readers asks thousands of times, nearly always about the same few months.
 */
import { Temporal } from 'temporal-polyfill';

/** While an offset lasts: from the instant it changed to it until it changes again; without end where it does not. */
interface Spell {
  from: number;
  until: number;
  /** Milliseconds east of UTC. */
  offset: number;
}

/** Of each zone those known, the one asked about last first: what is asked next is mostly about the same. */
const spells = new Map<string, Spell[]>();

const placed = (at: number, zone: string) =>
  Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(zone);
const offsetOf = ({ offsetNanoseconds }: Temporal.ZonedDateTime) => offsetNanoseconds / 1e6;

/**
 * The same for many zones, each asked once: without looking for when it changes, which takes milliseconds a zone.
 * @param at epoch ms; @param zone a canonical IANA name
 */
export const offsetOnce = (at: number, zone: string): number => offsetOf(placed(at, zone));

/**
 * Milliseconds east of UTC.
 * @param at epoch ms; @param zone a canonical IANA name
 */
export function offsetAt(at: number, zone: string): number {
  let known = spells.get(zone);
  if (!known) spells.set(zone, (known = []));
  for (let n = 0; n < known.length; n++) {
    const spell = known[n]!;
    if (at < spell.from || at >= spell.until) continue;
    if (n > 0) [known[0], known[n]] = [spell, known[0]!];
    return spell.offset;
  }
  const there = placed(at, zone);
  const offset = offsetOf(there);
  // A change at this very instant begins the spell; “previous” alone would pass over it.
  const before = there.add({ milliseconds: 1 }).getTimeZoneTransition('previous');
  const after = there.getTimeZoneTransition('next');
  known.push({
    from: before?.epochMilliseconds ?? -Infinity,
    until: after?.epochMilliseconds ?? Infinity,
    offset,
  });
  return offset;
}
