/** What a plan comes to, without committing to anything. */
import { latestLeave } from '../departure/lateness';
import type { HourCycle } from '../time/words';
import type { Place, SentenceContext, WarningContext } from './kinds/planKind';
import { kindOf, leavesOnceHeld } from './kinds/registry';
import { landingOf } from './landing';
import { planMoments, unplaced } from './moments';
import {
  usualChoices,
  type Choices,
  type Plan,
  type PlannedDeparture,
  type PlanPreview,
  type Reader,
} from './plan';
import { sentenceOf } from './sentence';
import { clockWarnings, readerWarnings } from './warnings';

export interface PlanContext extends SentenceContext, WarningContext {
  choices?: Choices;
}

/** @throws LocalTimeError, UnknownZoneError */
export function previewPlan(plan: Plan, readers: readonly Reader[], context: PlanContext): PlanPreview {
  const { copies, ifOff } = context.choices ?? usualChoices;
  const moments = planMoments(plan, readers, context, copies);
  const departures = moments.map((moment): PlannedDeparture => {
    const recipients = moment.readers.map((reader) => landingOf(reader, moment.at));
    return {
      at: moment.at,
      latest: latestLeave(moment.at, moment.readers, context.senderZone, ifOff),
      recipients,
      warnings: readerWarnings(plan, moment, recipients, context),
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
    departures,
    sentence: sentenceOf(plan, departures, context),
    warnings: [...clockWarnings(plan, moments, context), ...homeless],
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
