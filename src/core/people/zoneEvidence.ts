/** Where somebody may be, judged by the offsets their mail carries: proposed with its reasons, never assumed. */
import { offsetLabel, offsetMinutes } from '../time/wallClock';
import { biggest } from './bigZones';
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

/** A proposal, or a question. */
export interface ZoneGuess {
  /** Where the evidence narrows to one place, or to one clock of one country; null where it leaves several. */
  zone: string | null;
  /** Beside it, or in its place, the biggest zones that fit as well, at most three. */
  others: string[];
  /** What speaks for it, a whole sentence. */
  why: string;
}

/** Where a traveller writes a few messages from elsewhere, home still shows in most. */
const FITTING_SHARE = 0.8;
const MOST_OTHERS = 3;
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

/** True where all of them keep one clock through the year after a day. */
function sameClock(zones: readonly string[], from: number): boolean {
  const months = Array.from({ length: 13 }, (_, month) => from + month * 30 * DAY);
  return months.every((at) => new Set(zones.map((zone) => offsetMinutes(at, zone))).size === 1);
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
  const candidates = (local.length ? local : fitting).map(({ id }) => id);
  // UTC by servers again: where no zone of the country fits, it says nothing.
  if (onlyUtc && local.length === 0) return undefined;
  const [first] = local.length ? local : fitting;
  // The other zones of one clock in one country differ in nothing that a reader's morning depends on.
  const narrowed =
    candidates.length === 1 ||
    (local.length > 0 && sameClock(candidates, Math.max(...usable.map(({ at }) => at))));
  const choices = biggest(candidates, MOST_OTHERS + 1);
  const many = `${written.length} ${written.length === 1 ? 'message carries' : 'messages carry'} ${offsetsWords(usable)}`;
  const fit =
    fitting.length === 1 ? `only ${first!.city} keeps that` : `${COUNT_WORDS(fitting.length)} keep that`;
  const where =
    fitting.length === 1 || local.length === 0
      ? ''
      : local.length === 1
        ? `, one of them in ${first!.country}`
        : `, ${local.length} of them in ${first!.country}`;
  return {
    zone: narrowed ? choices[0]! : null,
    others: narrowed ? choices.slice(1) : choices.slice(0, MOST_OTHERS),
    why: `${many}; ${fit}${where}.`,
  };
}
