/** A plan that leaves before, at or after an event. */
import { momentAround } from '#core/occasion/offset';
import { toInstant, toLocal, type Resolved } from '#core/time/wallClock';
import { dayWords, timeWords, type HourCycle } from '#core/time/words';
import { canonicalZone } from '#core/time/zones';
import { isTheirOffset } from '../series/around';
import { fixesAt } from '../at/fix';
import { shiftAt } from '../at/shift';
import { leavesAt } from '../onClocks';
import type { MomentContext, PlanKind } from '../planKind';
import { EventPlanError, offsetOf } from './offset';
import type { BeforeEventPlan, EventFacts } from './plan';
import { beforeWords } from './words';

/** @throws EventPlanError where the event has not been looked up */
function factsOf({ about }: BeforeEventPlan): EventFacts {
  if (!about) throw new EventPlanError('Choose the event it leaves before.');
  return about;
}

/** The time it is counted from. */
const edgeOf = (plan: BeforeEventPlan): string =>
  plan.edge === 'end' ? factsOf(plan).end : factsOf(plan).start;

/** Each reader has a moment of their own. */
const isTheirs = (plan: BeforeEventPlan): boolean => isTheirOffset(offsetOf(plan));

/** When the event begins, epoch ms. */
export const beginsAt = (plan: BeforeEventPlan): number => {
  const { start, zone } = factsOf(plan);
  return toInstant(start, zone).at;
};

function words(plan: BeforeEventPlan): string {
  const name = plan.about ? `“${plan.about.summary || 'an event without a name'}”` : 'an event';
  return beforeWords(offsetOf(plan), plan.edge, name);
}

/** “, Wed 25 Nov 15:00” on my clock */
function whenWords(plan: BeforeEventPlan, now: number, zone: string, cycle?: HourCycle): string {
  const local = toLocal(beginsAt(plan), zone);
  return `${dayWords(local, toLocal(now, zone))} ${timeWords(local, cycle)}`;
}

function momentOf(plan: BeforeEventPlan, zone: string | undefined, context: MomentContext): Resolved {
  const { zone: there } = factsOf(plan);
  const offset = offsetOf(plan);
  const mine = { zone: context.senderZone ?? there, working: context.mine };
  const around = momentAround({ local: edgeOf(plan), zone: there }, offset, {
    mine,
    reader: zone ? { zone, working: context.reader } : undefined,
  });
  if (!around) throw new EventPlanError('There is no such day of work near this event.');
  return { at: around.at, resolution: around.resolution };
}

export const beforeEventKind: PlanKind<BeforeEventPlan> = {
  follows: (plan) => (isTheirs(plan) ? 'readers' : 'clock'),
  wall: () => null,
  isWhole: ({ event }) => event !== '',
  kept(plan) {
    const { event, occurrence, edge, ifCancelled, evenAfter, about } = plan;
    const offset = offsetOf(plan);
    return {
      kind: 'before-event',
      event,
      ...(occurrence && { occurrence }),
      offset: typeof plan.offset === 'string' ? plan.offset : offset,
      ...(edge === 'end' && { edge }),
      ...(ifCancelled === 'drop' && { ifCancelled }),
      ...(evenAfter && { evenAfter }),
      ...(about && { about: { ...about, zone: canonicalZone(about.zone) } }),
    };
  },
  moment: (plan, context, zone) => momentOf(plan, zone, context),
  words: {
    name: 'before an event',
    brief: (plan) => words(plan),
    exact: (plan) => words(plan),
    sentence(plan, said, context) {
      const when = whenWords(plan, context.now, context.senderZone, context.hourCycle);
      return `${leavesAt(said, context).replace(/\.$/, '')}: ${words(plan)}, which is ${when} your time.`;
    },
    eachLands: (plan) => `; ${words(plan)}`,
  },
  // It becomes a time on my clock.
  shift: (_plan, shift, at, mine) => shiftAt(at, mine, shift),
  clocks: null,
  fixes: fixesAt,
  event: {
    of: ({ event, occurrence }) => ({ id: event, occurrence: occurrence ?? null }),
    known: (plan, occurrence, about) => ({ ...plan, ...(occurrence && { occurrence }), about }),
    rebound: (plan, event, occurrence) => ({ ...plan, event, ...(occurrence && { occurrence }) }),
    /** What is meant to leave after it may. */
    notAfter: (plan) =>
      plan.evenAfter || plan.edge === 'end' || offsetOf(plan).count > 0 ? null : beginsAt(plan),
    ifCancelled: ({ ifCancelled = 'ask' }) => ifCancelled,
    summary: ({ about }) => about?.summary ?? '',
  },
};
