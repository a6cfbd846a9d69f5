/** The sentence that says back when a message leaves and what time that is for its readers. */
import { holdWords, type Hold } from '../hold/decide';
import { toLocal } from '../time/wallClock';
import { dayOf, dayWords, durationWords, timeWords, type HourCycle } from '../time/words';
import { canonicalZone, zoneCity } from '../time/zones';
import type { Landing, Plan } from './plan';

export interface SentenceContext {
  /** Epoch ms. */
  now: number;
  /** How it is held where it leaves now. */
  hold: Hold;
  senderZone: string;
  hourCycle?: HourCycle;
}

interface Departing {
  at: number;
  recipients: readonly Landing[];
}

/** More places than this are counted. */
const PLACES_NAMED = 4;
/** More moments than this are a span. */
const MOMENTS_NAMED = 3;

function list(parts: string[]): string {
  if (parts.length < 2) return parts.join('');
  return `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`;
}

/** “; lands Wed 25 Nov at 08:30 in Kathmandu (before work)”, readers of one zone together. */
function landsWords(plan: Plan, landings: readonly Landing[], leaves: string, context: SentenceContext) {
  const places = new Map<string, Landing>();
  for (const land of landings) if (land.zone && !places.has(land.zone)) places.set(land.zone, land);
  if (places.size === 0) return '';
  const here = canonicalZone(context.senderZone);
  const shown = [...places.values()].slice(0, PLACES_NAMED);
  const words = shown.map((land) => {
    const local = land.local!;
    if (land.zone === here) return 'at the same time where you are';
    const day =
      dayOf(local) === dayOf(leaves) ? dayWords(local, leaves).split(' ')[0] : dayWords(local, leaves);
    const seconds = plan.kind === 'now' ? 'never' : 'if any';
    return `${day} at ${timeWords(local, context.hourCycle, seconds)} in ${land.place} (${land.dayPartWords})`;
  });
  const rest = places.size - shown.length;
  if (rest > 0) words.push(`${rest} more ${rest === 1 ? 'zone' : 'zones'}`);
  return `; lands ${list(words)}`;
}

/** “Wed 25 Nov at 02:45” on my clock. */
function whenWords(at: number, context: SentenceContext): string {
  const leaves = toLocal(at, context.senderZone);
  const today = toLocal(context.now, context.senderZone);
  const day = dayWords(leaves, dayOf(leaves) === dayOf(today) ? leaves : undefined);
  return `${day} at ${timeWords(leaves, context.hourCycle, 'if any')}`;
}

/** The moments of copies that leave at different times. */
function spreadWords(plan: Plan, departures: readonly Departing[], context: SentenceContext): string {
  const moments = [...new Set(departures.map(({ at }) => at))];
  const when = (at: number) => {
    const local = toLocal(at, context.senderZone);
    return `${dayWords(local, toLocal(context.now, context.senderZone))} ${timeWords(local, context.hourCycle, 'if any')}`;
  };
  const [first, last] = [moments[0]!, moments.at(-1)!];
  const spread =
    moments.length <= MOMENTS_NAMED
      ? list(moments.map(when))
      : `${moments.length} moments from ${when(first)} to ${when(last)}`;
  if (plan.kind !== 'each-local') return `${spread} your time`;
  const local = plan.local;
  const there = `${timeWords(local, context.hourCycle, 'if any')} on ${dayWords(local, toLocal(context.now, context.senderZone))}`;
  return `${spread} your time; each lands at ${there} where they are`;
}

/** @param departures soonest first */
export function sentenceOf(plan: Plan, departures: readonly Departing[], context: SentenceContext): string {
  const [first] = departures;
  if (!first) return 'It cannot leave like this yet.';
  const copies = departures.length > 1 ? ` in ${departures.length} copies` : '';
  if (departures.at(-1)!.at !== first.at) {
    const verb = first.at < context.now ? 'Would leave' : 'Leaves';
    return `${verb}${copies}, ${spreadWords(plan, departures, context)}.`;
  }
  const landings = departures.flatMap(({ recipients }) => recipients);
  const leaves = toLocal(first.at, context.senderZone);
  const lands = landsWords(plan, landings, leaves, context);
  if (plan.kind === 'now') {
    // When somebody will have looked nobody knows.
    return `${holdWords(context.hold, context, copies)}${context.hold.review ? '' : lands}.`;
  }
  const city = zoneCity(canonicalZone(context.senderZone));
  const when = `${whenWords(first.at, context)} your time (${city})`;
  const { now } = context;
  if (first.at < now) return `Would leave ${when}${copies}, ${durationWords(now - first.at)} ago${lands}.`;
  return `Leaves ${when}${copies}, in ${durationWords(first.at - now)}${lands}.`;
}
