/** The sentence that says back when a message leaves and what time that is for its readers. */
import { toLocal } from '../time/wallClock';
import { dayOf, dayWords, timeWords } from '../time/words';
import { canonicalZone } from '../time/zones';
import type { SentenceContext } from './kinds/planKind';
import { kindOf, leavesOnceHeld } from './kinds/registry';
import type { Landing, Plan } from './plan';

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
    const seconds = leavesOnceHeld(plan) ? 'never' : 'if any';
    return `${day} at ${timeWords(local, context.hourCycle, seconds)} in ${land.place} (${land.dayPartWords})`;
  });
  const rest = places.size - shown.length;
  if (rest > 0) words.push(`${rest} more ${rest === 1 ? 'zone' : 'zones'}`);
  return `; lands ${list(words)}`;
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
  return `${spread} your time${kindOf(plan).words.eachLands(plan, context)}`;
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
  return kindOf(plan).words.sentence(plan, { at: first.at, copies, lands }, context);
}
