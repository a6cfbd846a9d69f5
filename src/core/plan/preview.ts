/** A plan → its moments, the summary sentence, and the warnings. */
import { latestLeave } from '../departure/lateness';
import { dayPart, dayPartWords } from '../time/dayParts';
import { offsetLabel, offsetMinutes, toInstant, toLocal, type Resolved } from '../time/wallClock';
import { dayOf, dayWords, durationWords, timeWords, type HourCycle } from '../time/words';
import { canonicalZone, zoneCity } from '../time/zones';
import type { Landing, Plan, PlanPreview, PlanWarning, Reader } from './plan';

export interface PlanContext {
  /** Epoch ms. */
  now: number;
  /** Length of the undo window, seconds; 0 is off. */
  holdSeconds: number;
  senderZone: string;
  hourCycle?: HourCycle;
}

/**
 * The one place that turns a plan into its moment, so that a moment shown is the moment kept.
 * @throws LocalTimeError, UnknownZoneError
 */
export function resolvePlan(plan: Plan, context: Pick<PlanContext, 'now' | 'holdSeconds'>): Resolved {
  if (plan.kind === 'now') return { at: context.now + context.holdSeconds * 1000, resolution: 'exact' };
  return toInstant(plan.local, plan.zone);
}

function clockWarnings(plan: Plan, resolved: Resolved, context: PlanContext): PlanWarning[] {
  if (plan.kind !== 'at') return [];
  const { hourCycle } = context;
  const zone = canonicalZone(plan.zone);
  const city = zoneCity(zone);
  const asked = `${timeWords(plan.local, hourCycle, 'if any')} on ${dayWords(plan.local)}`;
  const warnings: PlanWarning[] = [];
  if (resolved.resolution === 'gap') {
    const moved = timeWords(toLocal(resolved.at, zone), hourCycle);
    warnings.push({
      code: 'gap',
      text: `${asked} does not exist in ${city}: the clocks skip it. It leaves at ${moved} instead.`,
    });
  }
  if (resolved.resolution === 'overlap') {
    const offset = (at: number) => offsetLabel(offsetMinutes(at, zone));
    warnings.push({
      code: 'overlap',
      text: `${asked} happens twice in ${city}. The first is taken (${offset(resolved.at)}, not ${offset(resolved.second!)}).`,
    });
  }
  if (resolved.at < context.now) {
    const ago = durationWords(context.now - resolved.at);
    warnings.push({ code: 'past', text: `${asked} in ${city} is past, by ${ago}. Choose a later time.` });
  }
  return warnings;
}

function landing(reader: Reader, at: number): Landing {
  if (!reader.zone) return { address: reader.address, zone: null, place: null, local: null, dayPart: null };
  const zone = canonicalZone(reader.zone);
  const local = toLocal(at, zone);
  return {
    address: reader.address,
    zone,
    place: reader.place ?? zoneCity(zone),
    local,
    dayPart: dayPart(local),
  };
}

const readerName = (reader: Reader) => reader.name || reader.address;

function readerWarnings(
  readers: readonly Reader[],
  landings: readonly Landing[],
  cycle?: HourCycle,
): PlanWarning[] {
  return landings.flatMap((land, index): PlanWarning[] => {
    const name = readerName(readers[index]!);
    if (!land.local) {
      return [
        { code: 'unknown-zone', address: land.address, text: `The time zone of ${name} is not known.` },
      ];
    }
    if (land.dayPart !== 'night') return [];
    const when = `${timeWords(land.local, cycle)} in ${land.place}`;
    return [{ code: 'night', address: land.address, text: `It lands in the night of ${name}: ${when}.` }];
  });
}

function list(parts: string[]): string {
  if (parts.length < 2) return parts.join('');
  return `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`;
}

/** “lands Wed 25 Nov at 08:30 in Kathmandu, before work”, readers of one zone together, four zones at most. */
function landingWords(
  plan: Plan,
  landings: readonly Landing[],
  leaves: string,
  context: PlanContext,
): string {
  const places = new Map<string, Landing>();
  for (const land of landings) if (land.zone && !places.has(land.zone)) places.set(land.zone, land);
  if (places.size === 0) return '';
  const here = canonicalZone(context.senderZone);
  const shown = [...places.values()].slice(0, 4);
  const words = shown.map((land) => {
    const local = land.local!;
    if (land.zone === here) return 'at the same time where you are';
    const day =
      dayOf(local) === dayOf(leaves)
        ? `${dayWords(local, leaves).split(' ')[0]} `
        : `${dayWords(local, leaves)} `;
    return `${day}at ${timeWords(local, context.hourCycle, plan.kind === 'now' ? 'never' : 'if any')} in ${land.place} (${dayPartWords(local)})`;
  });
  const rest = places.size - shown.length;
  if (rest > 0) words.push(`${rest} more ${rest === 1 ? 'zone' : 'zones'}`);
  return `; lands ${list(words)}`;
}

function sentence(plan: Plan, at: number, landings: readonly Landing[], context: PlanContext): string {
  const leaves = toLocal(at, context.senderZone);
  const today = toLocal(context.now, context.senderZone);
  const city = zoneCity(canonicalZone(context.senderZone));
  const lands = landingWords(plan, landings, leaves, context);
  if (plan.kind === 'now') {
    if (context.holdSeconds === 0) return `Leaves at once, without a hold${lands}.`;
    return `Leaves now, held ${durationWords(context.holdSeconds * 1000)}${lands}.`;
  }
  const day = dayWords(leaves, dayOf(leaves) === dayOf(today) ? leaves : undefined);
  const when = `${day} at ${timeWords(leaves, context.hourCycle, 'if any')} your time (${city})`;
  if (at < context.now) return `Would leave ${when}, ${durationWords(context.now - at)} ago${lands}.`;
  return `Leaves ${when}, in ${durationWords(at - context.now)}${lands}.`;
}

/**
 * What a plan comes to, without committing to anything.
 * @throws LocalTimeError, UnknownZoneError
 */
export function previewPlan(plan: Plan, readers: readonly Reader[], context: PlanContext): PlanPreview {
  const resolved = resolvePlan(plan, context);
  const landings = readers.map((reader) => landing(reader, resolved.at));
  const warnings = clockWarnings(plan, resolved, context);
  return {
    departures: [
      {
        at: resolved.at,
        latest: latestLeave(
          resolved.at,
          readers.flatMap((reader) => (reader.zone ? [canonicalZone(reader.zone)] : [])),
          context.senderZone,
        ),
        recipients: landings,
        warnings: readerWarnings(readers, landings, context.hourCycle),
      },
    ],
    sentence: sentence(plan, resolved.at, landings, context),
    warnings,
  };
}

interface Place {
  zone: string | null;
  place: string | null;
}

/**
 * Why a departure leaves when it does, in few words, for lists.
 * @param readers name the place of their zone
 * @returns `now, after hold`, `08:30 in Kathmandu`
 */
export function whyThen(
  plan: Plan,
  senderZone: string,
  hourCycle?: HourCycle,
  readers: readonly Place[] = [],
): string {
  if (plan.kind === 'now') return 'now, after hold';
  const zone = canonicalZone(plan.zone);
  const place = readers.find((reader) => reader.zone === zone)?.place ?? zoneCity(zone);
  const where = zone === canonicalZone(senderZone) ? 'my time' : `in ${place}`;
  return `${timeWords(plan.local, hourCycle, 'if any')} ${where}`;
}
