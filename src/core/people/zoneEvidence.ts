/** Where somebody may be, judged by the offsets their mail carries: proposed with its reasons, never assumed. */
import { offsetLabel, offsetMinutes } from '../time/wallClock';
import { canonicalZone, isZone, listZones } from '../time/zones';

/** One message of theirs: when it was written, by its Date header, and the offset that header carries. */
export interface WrittenAt {
  /** Epoch ms. */
  at: number;
  /** Minutes east of UTC. */
  offset: number;
}

export interface ZoneHints {
  /** The TZ property of their vCard (RFC 6350 §6.5.1). */
  vcard?: string;
  /** ISO 3166-1 alpha-2: their place's, or that of the top-level domain they write from. */
  country?: string;
}

/** A proposal. */
export interface ZoneGuess {
  /** The best of the zones that fit. */
  zone: string;
  /** Other zones that fit as well, at most five. */
  others: string[];
  /** What speaks for it, a whole sentence. */
  why: string;
}

/** Where a traveller writes a few messages from elsewhere, home still shows in most. */
const FITTING_SHARE = 0.8;
const MOST_OTHERS = 5;
/** Offsets are asked once for each zone and day, not for each message. */
const DAY = 86_400_000;

function fits(zone: string, written: readonly WrittenAt[], needed: number): boolean {
  let missed = 0;
  for (const { at, offset } of written) {
    if (offsetMinutes(at, zone) !== offset && ++missed > written.length - needed) return false;
  }
  return true;
}

/** One message for each day and offset: many of one day say no more. */
function distinct(written: readonly WrittenAt[]): WrittenAt[] {
  const seen = new Map<string, WrittenAt>();
  for (const each of written) seen.set(`${Math.floor(each.at / DAY)} ${each.offset}`, each);
  return [...seen.values()];
}

function offsetsWords(written: readonly WrittenAt[]): string {
  const offsets = [...new Set(written.map(({ offset }) => offset))].sort((a, b) => a - b);
  if (offsets.length === 1) return offsetLabel(offsets[0]!);
  return `${offsets.slice(0, -1).map(offsetLabel).join(', ')} and ${offsetLabel(offsets.at(-1)!)}`;
}

const COUNT_WORDS = (n: number) => `${n} ${n === 1 ? 'zone' : 'zones'}`;

/**
 * The zone to propose; undefined where nothing speaks for any. Mail that always carries UTC speaks for none by
 * itself, since servers write it wherever they stand.
 */
export function guessZone(written: readonly WrittenAt[], hints: ZoneHints = {}): ZoneGuess | undefined {
  const days = distinct(written);
  const inCountry = (zone: string) =>
    listZones().find(({ id }) => id === zone)?.countryCode === hints.country;
  const carded = hints.vcard && isZone(hints.vcard) ? canonicalZone(hints.vcard) : undefined;
  const onlyUtc = days.every(({ offset }) => offset === 0);
  const usable = days.length > 0 && (!onlyUtc || hints.country !== undefined) ? days : [];
  const needed = Math.ceil(usable.length * FITTING_SHARE);
  const fitting = usable.length ? listZones().filter(({ id }) => fits(id, usable, needed)) : [];
  if (carded) {
    const agrees = fitting.length === 0 || fitting.some(({ id }) => id === carded);
    const why = `Their vCard says ${carded}${agrees ? '' : `, though their mail carries ${offsetsWords(usable)}`}.`;
    return { zone: carded, others: [], why };
  }
  const local = fitting.filter(({ id }) => inCountry(id));
  if (fitting.length === 0) {
    const country = listZones().filter(({ countryCode }) => countryCode === hints.country);
    const [only] = country;
    if (!only || country.length > 1) return undefined;
    return {
      zone: only.id,
      others: [],
      why: `Their address belongs to ${only.country}, which keeps one time.`,
    };
  }
  const candidates = local.length ? local : fitting;
  // UTC by servers again: where no zone of the country fits, it says nothing.
  if (onlyUtc && local.length === 0) return undefined;
  const [best, ...rest] = candidates;
  const many = `${written.length} ${written.length === 1 ? 'message carries' : 'messages carry'} ${offsetsWords(usable)}`;
  const fit =
    fitting.length === 1 ? `only ${best!.city} keeps that` : `${COUNT_WORDS(fitting.length)} keep that`;
  const where =
    fitting.length === 1 || local.length === 0
      ? ''
      : local.length === 1
        ? `, one of them in ${best!.country}`
        : `, ${local.length} of them in ${best!.country}`;
  return {
    zone: best!.id,
    others: rest.slice(0, MOST_OTHERS).map(({ id }) => id),
    why: `${many}; ${fit}${where}.`,
  };
}
