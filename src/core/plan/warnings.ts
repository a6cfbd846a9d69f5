/** What to know before committing to a plan, each with a way out. */
import { dayKind, defaultWorking, firstWorkStart, nextWorkStart } from '../time/dayParts';
import { backOn, leaveOn } from '../time/leave';
import { nextOffsetChange, offsetLabel, offsetMinutes, toLocal } from '../time/wallClock';
import { dayOf, dayWords, durationWords, timeWords, type HourCycle } from '../time/words';
import { canonicalZone, zoneCity } from '../time/zones';
import { fixAt } from './kinds/at/fix';
import { closeTo } from './kinds/close';
import type { ClockThere, KindClocks, PlannedMoment, Wall, WarningContext } from './kinds/planKind';
import { kindOf, wallOf } from './kinds/registry';
import type { Fix, Landing, Plan, PlanWarning, Reader } from './plan';

const nameOf = (reader: Reader) => reader.name || reader.address;

/** The clocks at the moment asked for: it does not exist, exists twice, or is past. */
export function clockWarnings(
  plan: Plan,
  planned: readonly PlannedMoment[],
  context: WarningContext,
): PlanWarning[] {
  const { clocks } = kindOf(plan);
  const wall = wallOf(plan);
  if (!clocks || !wall) return [];
  const warnings: PlanWarning[] = [];
  const seen = new Set<string>();
  for (const moment of planned) {
    const clock = clocks.clock(plan, moment);
    if (seen.has(clock.zone)) continue;
    seen.add(clock.zone);
    const asked = `${timeWords(wall.local, context.hourCycle, 'if any')} on ${dayWords(wall.local)}`;
    const here = { plan, wall, clocks, moment, clock, asked };
    if (moment.resolution === 'gap') warnings.push(gapWarning(here, context));
    // Someone who said which one is meant has chosen.
    if (moment.resolution === 'overlap' && !wall.occurrence) warnings.push(overlapWarning(here, context));
    if (moment.at < context.now) warnings.push(pastWarning(here, context));
  }
  return warnings;
}

/** The time a plan names, on one of its clocks. */
interface Here {
  plan: Plan;
  wall: Wall;
  clocks: KindClocks<Plan>;
  moment: PlannedMoment;
  clock: ClockThere;
  /** “08:30 on Tue 1 Dec” */
  asked: string;
}

function gapWarning({ plan, clocks, moment, clock, asked }: Here, context: WarningContext): PlanWarning {
  const moved = toLocal(moment.at, clock.zone);
  const before = toLocal(moment.before!, clock.zone);
  const text = `${asked} does not exist in ${clock.city}: the clocks skip it. It leaves at ${timeWords(moved, context.hourCycle)} instead.`;
  return {
    code: 'gap',
    text,
    fixes: [moved, before].map((local) => clocks.moved(plan, local, clock, context)),
  };
}

function overlapWarning(
  { plan, wall, clocks, moment, clock, asked }: Here,
  { hourCycle }: WarningContext,
): PlanWarning {
  const offset = (at: number) => offsetLabel(offsetMinutes(at, clock.zone));
  const [first, second] = [offset(moment.at), offset(moment.second!)];
  const time = timeWords(wall.local, hourCycle);
  const text = `${asked} happens twice in ${clock.city}. The first is taken (${first}, not ${second}).`;
  return {
    code: 'overlap',
    text,
    fixes: [
      { label: `The first ${time}, ${first}`, plan: clocks.meaning(plan, 'first') },
      { label: `The second ${time}, ${second}`, plan: clocks.meaning(plan, 'second') },
    ],
  };
}

function pastWarning({ plan, clocks, moment, clock, asked }: Here, context: WarningContext): PlanWarning {
  const ago = durationWords(context.now - moment.at);
  const text = `${asked} in ${clock.city} is past, by ${ago}. Choose a later time.`;
  return { code: 'past', text, fixes: [clocks.again(plan, clock, context)] };
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
  return [kindOf(plan).fixes.better(plan, start, land, context) ?? []].flat();
}

/** The clocks change between now and then, in one of our two zones and not by the same. */
function changeWarning(
  plan: Plan,
  moment: PlannedMoment,
  land: Landing,
  context: WarningContext,
): PlanWarning[] {
  const mine = canonicalZone(context.senderZone);
  const { clocks } = kindOf(plan);
  // Who named a time on my own clock has it on that clock, whatever the clocks do.
  if (!clocks || land.zone === mine || clocks.isNamedIn(plan, mine)) return [];
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
  const atMine = fixAt(usual, { zone: mine, city: zoneCity(mine) }, context);
  return [{ code: 'clock-change', address: land.address, text, fixes: [clocks.forAll(atMine)] }];
}

/** Something else reaches them within minutes. */
function closeWarning(
  plan: Plan,
  moment: PlannedMoment,
  land: Landing,
  name: string,
  context: WarningContext,
): PlanWarning | undefined {
  const theirs = (context.others ?? []).filter(({ address }) => address === land.address.toLowerCase());
  const [other] = closeTo(moment.at, theirs);
  if (!other) return undefined;
  const apart = durationWords(Math.abs(other.at - moment.at));
  const what = other.subject ? `“${other.subject}”` : 'another message';
  const text =
    apart === '0 s'
      ? `${name} gets ${what} at the same moment.`
      : `${name} gets ${what} within ${apart} of it.`;
  const fixes = [kindOf(plan).fixes.apart(plan, other.at, land, theirs, context)];
  return { code: 'close', address: land.address, text, fixes };
}
