/** What a plan comes to, without committing to anything. */
import { latestFor } from '../departure/lateness';
import { offsetMinutes } from '../time/wallClock';
import type { HourCycle } from '../time/words';
import { canonicalZone } from '../time/zones';
import type { MomentContext, Place, PlannedMoment, SentenceContext, WarningContext } from './kinds/planKind';
import { kindOf, leavesOnceHeld, waitsForFile } from './kinds/registry';
import { landingOf } from './landing';
import { planMoments, unplaced } from './moments';
import {
  MARKS,
  usualChoices,
  type Choices,
  type Landing,
  type Mark,
  type Plan,
  type PlannedDeparture,
  type PlanPreview,
  type PlanWarning,
  type Reader,
} from './plan';
import { sentenceOf } from './sentence';
import { eventWarnings } from './eventWarnings';
import { clockWarnings, readerWarnings } from './warnings';

export interface PlanContext
  extends SentenceContext, WarningContext, Pick<MomentContext, 'mine' | 'most' | 'from'> {
  choices?: Choices;
}

/** What is worth a look about each occurrence, one after another. */
function marking(senderZone: string, now: number) {
  const mine = canonicalZone(senderZone);
  const apart = (at: number, zone: string) => offsetMinutes(at, zone) - offsetMinutes(at, mine);
  const before = new Map<string, number>();
  return ({ at, resolution, moved }: PlannedMoment, landings: readonly Landing[]): Mark[] => {
    const marks = new Set<Mark>(moved ? ['shifted'] : []);
    if (resolution !== 'exact') marks.add(resolution);
    for (const { zone, dayPart } of landings) {
      if (dayPart && dayPart !== 'working' && dayPart !== 'waking') marks.add(dayPart);
      if (!zone) continue;
      const distance = apart(at, zone);
      if ((before.get(zone) ?? apart(now, zone)) !== distance) marks.add('clock-change');
      before.set(zone, distance);
    }
    return MARKS.filter((mark) => marks.has(mark));
  };
}

/** @throws LocalTimeError, UnknownZoneError, RuleError */
export function previewPlan(plan: Plan, readers: readonly Reader[], context: PlanContext): PlanPreview {
  const { words } = kindOf(plan);
  // When it will leave nobody knows.
  if (waitsForFile(plan)) {
    const sentence = words.sentence(plan, { at: context.now, copies: '', lands: '' }, context);
    return { hold: null, repeats: null, departures: [], sentence, warnings: [] };
  }
  const { copies, ifOff } = context.choices ?? usualChoices;
  const moments = planMoments(plan, readers, context, copies);
  const { repeats } = kindOf(plan);
  // Of what repeats each kind of trouble is told once a reader; the marks say when else.
  const told = new Set<string>();
  const isNew = ({ code, address }: PlanWarning) => {
    const key = `${code} ${address}`;
    return !repeats || (!told.has(key) && told.add(key).size > 0);
  };
  const marksOf = marking(context.senderZone, context.now);
  const departures = moments.map((moment): PlannedDeparture => {
    const recipients = moment.readers.map((reader) => landingOf(reader, moment.at));
    return {
      at: moment.at,
      latest: latestFor(plan, moment.at, moment.readers, context.senderZone, ifOff),
      occurrence: moment.occurrence ?? null,
      marks: repeats ? marksOf(moment, recipients) : [],
      recipients,
      warnings: readerWarnings(plan, moment, recipients, context).filter(isNew),
    };
  });
  const homeless = unplaced(plan, readers).map(({ address, name }) => ({
    code: 'unknown-zone' as const,
    address,
    text: `The time zone of ${name || address} is not known, so “each where they are” has no moment for them.`,
    fixes: [],
  }));
  return {
    hold: leavesOnceHeld(plan) ? context.hold : null,
    repeats: repeats?.whole(plan, readers, context) ?? null,
    departures,
    // Of what repeats it says when the next one leaves.
    sentence: sentenceOf(
      plan,
      departures.filter(({ occurrence }) => occurrence === departures[0]!.occurrence),
      context,
    ),
    warnings: [
      ...clockWarnings(plan, moments, context),
      ...eventWarnings(plan, moments, context),
      ...homeless,
    ],
  };
}

/**
 * Why a departure leaves when it does, in few words, for lists.
 * @param readers name the place of their zone
 * @returns `now, after hold`, `08:30 in Kathmandu`, `08:30 where they are`
 */
export const whyThen = (
  plan: Plan,
  senderZone: string,
  hourCycle?: HourCycle,
  readers: readonly Place[] = [],
): string => kindOf(plan).words.brief(plan, { senderZone, hourCycle, readers });
