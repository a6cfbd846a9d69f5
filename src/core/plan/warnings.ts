/** What to know before committing to a plan, each with a way out. */
import { Temporal } from 'temporal-polyfill';
import { dayKind, defaultWorking, firstWorkStart, nextWorkStart } from '../time/dayParts';
import { backOn, leaveOn } from '../time/leave';
import { nextOffsetChange, offsetLabel, offsetMinutes, toInstant, toLocal } from '../time/wallClock';
import { dayOf, dayWords, durationWords, timeWords, type HourCycle } from '../time/words';
import { canonicalZone, zoneCity } from '../time/zones';
import type { PlannedMoment } from './moments';
import type { AtPlan, Fix, Landing, Plan, PlanWarning, Reader } from './plan';

/** Another departure that is on its way to a reader. */
export interface Other {
  address: string;
  /** Epoch ms. */
  at: number;
  subject: string;
}

export interface WarningContext {
  /** Epoch ms. */
  now: number;
  senderZone: string;
  hourCycle?: HourCycle;
  /** Other departures to the same readers, for those that come close together. */
  others?: readonly Other[];
}

/** Two departures nearer to each other than this arrive as a pair. */
const CLOSE = 10 * 60_000;
const APART = 15 * 60_000;

const shorten = (local: string) => local.slice(0, 16);
const nameOf = (reader: Reader) => reader.name || reader.address;

function fixAt(
  local: string,
  zone: string,
  place: string,
  { hourCycle, now, senderZone }: WarningContext,
): Fix {
  const plan: AtPlan = { kind: 'at', local: shorten(local), zone };
  const where = zone === canonicalZone(senderZone) ? 'your time' : `in ${place}`;
  return {
    label: `${dayWords(local, toLocal(now, senderZone))} ${timeWords(local, hourCycle)} ${where}`,
    plan,
  };
}

const fixEach = (local: string, { hourCycle, now, senderZone }: WarningContext): Fix => ({
  label: `Each ${dayWords(local, toLocal(now, senderZone))} ${timeWords(local, hourCycle)}`,
  plan: { kind: 'each-local', local: shorten(local) },
});

/** The clocks at the moment asked for: it does not exist, exists twice, or is past. */
export function clockWarnings(
  plan: Plan,
  planned: readonly PlannedMoment[],
  context: WarningContext,
): PlanWarning[] {
  if (plan.kind === 'now') return [];
  const { hourCycle } = context;
  const warnings: PlanWarning[] = [];
  const seen = new Set<string>();
  for (const moment of planned) {
    const zone = canonicalZone(plan.kind === 'at' ? plan.zone : moment.readers[0]!.zone!);
    if (seen.has(zone)) continue;
    seen.add(zone);
    const city = plan.kind === 'at' ? zoneCity(zone) : (moment.readers[0]!.place ?? zoneCity(zone));
    const asked = `${timeWords(plan.local, hourCycle, 'if any')} on ${dayWords(plan.local)}`;
    const here = { zone, city, asked };
    if (moment.resolution === 'gap') warnings.push(gapWarning(plan, moment, here, context));
    // Someone who said which one is meant has chosen.
    if (moment.resolution === 'overlap' && !plan.occurrence)
      warnings.push(overlapWarning(plan, moment, here, context));
    if (moment.at < context.now) warnings.push(pastWarning(plan, moment, here, context));
  }
  return warnings;
}

interface Here {
  zone: string;
  city: string;
  asked: string;
}

function gapWarning(plan: Plan, moment: PlannedMoment, here: Here, context: WarningContext): PlanWarning {
  const moved = toLocal(moment.at, here.zone);
  const before = toLocal(moment.before!, here.zone);
  const text = `${here.asked} does not exist in ${here.city}: the clocks skip it. It leaves at ${timeWords(moved, context.hourCycle)} instead.`;
  const fixes = [moved, before].map((local) =>
    plan.kind === 'at' ? fixAt(local, here.zone, here.city, context) : fixEach(local, context),
  );
  return { code: 'gap', text, fixes };
}

function overlapWarning(
  plan: Exclude<Plan, { kind: 'now' }>,
  moment: PlannedMoment,
  here: Here,
  { hourCycle }: WarningContext,
): PlanWarning {
  const offset = (at: number) => offsetLabel(offsetMinutes(at, here.zone));
  const [first, second] = [offset(moment.at), offset(moment.second!)];
  const time = timeWords(plan.local, hourCycle);
  const fixes: Fix[] = [
    { label: `The first ${time}, ${first}`, plan: { ...plan, occurrence: 'first' } },
    { label: `The second ${time}, ${second}`, plan: { ...plan, occurrence: 'second' } },
  ];
  const text = `${here.asked} happens twice in ${here.city}. The first is taken (${first}, not ${second}).`;
  return { code: 'overlap', text, fixes };
}

function pastWarning(
  plan: Exclude<Plan, { kind: 'now' }>,
  moment: PlannedMoment,
  here: Here,
  context: WarningContext,
): PlanWarning {
  const ago = durationWords(context.now - moment.at);
  // The same time of day, the next time the clocks there show it.
  const time = plan.local.slice(10);
  const today = toLocal(context.now, here.zone).slice(0, 10);
  const tomorrow = Temporal.PlainDate.from(today).add({ days: 1 }).toString();
  const next = toInstant(today + time, here.zone).at > context.now ? today : tomorrow;
  const fix =
    plan.kind === 'at'
      ? fixAt(next + time, here.zone, here.city, context)
      : fixEach(tomorrow + time, context);
  const text = `${here.asked} in ${here.city} is past, by ${ago}. Choose a later time.`;
  return { code: 'past', text, fixes: [fix] };
}

/** The reader's own day at the landing. */
export function readerWarnings(
  plan: Plan,
  moment: PlannedMoment,
  landings: readonly Landing[],
  context: WarningContext,
): PlanWarning[] {
  return landings.flatMap((land, index): PlanWarning[] => {
    const reader = moment.readers[index]!;
    const { address } = land;
    const name = nameOf(reader);
    if (!land.local) {
      return [{ code: 'unknown-zone', address, text: `The time zone of ${name} is not known.`, fixes: [] }];
    }
    const text = landingTrouble(land, reader, name, context.hourCycle);
    const near = closeWarning(plan, moment, land, name, context);
    const code = land.dayPart as PlanWarning['code'];
    return [
      ...(text ? [{ code, address, text, fixes: betterThere(plan, land, reader, context) }] : []),
      ...changeWarning(plan, moment, land, context),
      ...(near ? [near] : []),
    ];
  });
}

function landingTrouble(land: Landing, reader: Reader, name: string, cycle?: HourCycle): string | undefined {
  const local = land.local!;
  const date = dayOf(local);
  const when = `${timeWords(local, cycle)} in ${land.place}`;
  switch (land.dayPart) {
    case 'night':
      return `It lands in the night of ${name}: ${when}.`;
    case 'weekend':
      return `It lands on a day off of ${name}: ${dayWords(local)} in ${land.place}.`;
    case 'holiday':
      return `It lands on a public holiday of ${name}: ${dayKind(date, reader.working).name}, ${dayWords(local)}.`;
    case 'leave': {
      const away = leaveOn(date, reader.working!.leave)!;
      const free = backOn(away, reader.working!.leave);
      // The day after a leave may be a day off: nobody is back on it.
      const back = dayWords(firstWorkStart(free, reader.working) ?? `${free}T00:00`);
      return `${name} is on leave then${away.note ? ` (${away.note})` : ''}, and back at work on ${back}.`;
    }
    default:
      return undefined;
  }
}

/** Their next start of work after the landing. */
function betterThere(plan: Plan, land: Landing, reader: Reader, context: WarningContext): Fix[] {
  const start = nextWorkStart(land.local!, reader.working ?? defaultWorking);
  if (!start) return [];
  // At night it is the time that is wrong, else the day.
  if (plan.kind === 'each-local')
    return [fixEach(land.dayPart === 'night' ? start : dayOf(start) + plan.local.slice(10), context)];
  return [fixAt(start, land.zone!, land.place!, context)];
}

/** The clocks change between now and then, in one of our two zones and not by the same. */
function changeWarning(
  plan: Plan,
  moment: PlannedMoment,
  land: Landing,
  context: WarningContext,
): PlanWarning[] {
  const mine = canonicalZone(context.senderZone);
  if (plan.kind === 'now' || land.zone === mine) return [];
  // Who named a time on my own clock has it on that clock, whatever the clocks do.
  if (plan.kind === 'at' && canonicalZone(plan.zone) === mine) return [];
  const between = (at: number) => offsetMinutes(at, land.zone!) - offsetMinutes(at, mine);
  const moved = between(moment.at) - between(context.now);
  if (moved === 0) return [];
  const changes = [land.zone!, mine].flatMap((zone) => {
    // What changes there and back again in between comes to nothing.
    if (offsetMinutes(context.now, zone) === offsetMinutes(moment.at, zone)) return [];
    const change = nextOffsetChange(context.now, moment.at, zone);
    if (!change) return [];
    const day = dayWords(toLocal(change.at, zone), toLocal(context.now, zone)).split(' ').slice(1).join(' ');
    const place = zone === mine ? zoneCity(mine) : land.place!;
    return [`${change.minutes > 0 ? 'forward' : 'back'} in ${place} on ${day}`];
  });
  const time = timeWords(land.local!, context.hourCycle);
  const shift = durationWords(Math.abs(moved) * 60_000);
  const than = moved > 0 ? 'earlier' : 'later';
  const text = `The clocks go ${changes.join(' and ')}: ${time} in ${land.place} is then ${shift} ${than} for you than it is now.`;
  // What it would be without the change, on my own clock.
  const usual = toLocal(moment.at + moved * 60_000, mine);
  const atMine = fixAt(usual, mine, zoneCity(mine), context);
  const fixes = plan.kind === 'at' ? [atMine] : [{ ...atMine, label: `All at ${atMine.label}` }];
  return [{ code: 'clock-change', address: land.address, text, fixes }];
}

const laterLocal = (local: string) =>
  Temporal.PlainDateTime.from(local).add({ milliseconds: APART }).toString({ smallestUnit: 'second' });

const closeTo = (at: number, others: readonly Other[]) =>
  others.filter((other) => Math.abs(other.at - at) < CLOSE);

/** The first moment from one on that no other comes close to: a way out must not lead to the next of its kind. */
function freeAt(from: number, others: readonly Other[]): number {
  let at = from;
  for (;;) {
    const near = closeTo(at, others);
    if (near.length === 0) return at;
    at = Math.max(...near.map((other) => other.at)) + APART;
  }
}

/** The same on a clock, which all readers have their own of. */
function freeLocal(local: string, zone: string, others: readonly Other[]): string {
  let free = laterLocal(local);
  while (closeTo(toInstant(shorten(free), zone).at, others).length > 0) free = laterLocal(free);
  return free;
}

/** Something else reaches them within minutes. */
function closeWarning(
  plan: Plan,
  moment: PlannedMoment,
  land: Landing,
  name: string,
  context: WarningContext,
): PlanWarning | undefined {
  const other = context.others?.find(
    ({ address, at }) => address === land.address.toLowerCase() && Math.abs(at - moment.at) < CLOSE,
  );
  if (!other) return undefined;
  const theirs = context.others!.filter(({ address }) => address === land.address.toLowerCase());
  const apart = durationWords(Math.abs(other.at - moment.at));
  const what = other.subject ? `“${other.subject}”` : 'another message';
  const text =
    apart === '0 s'
      ? `${name} gets ${what} at the same moment.`
      : `${name} gets ${what} within ${apart} of it.`;
  const fixes =
    plan.kind === 'each-local'
      ? [fixEach(freeLocal(plan.local, land.zone!, theirs), context)]
      : [fixAt(toLocal(freeAt(other.at + APART, theirs), land.zone!), land.zone!, land.place!, context)];
  return { code: 'close', address: land.address, text, fixes };
}
