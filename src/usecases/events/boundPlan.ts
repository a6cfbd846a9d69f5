/** A plan that belongs to an event, with what that is by now. */
import { toLocal } from '#core/time/wallClock';
import { isRecurring, timed } from '#core/calendar/event';
import { clockOf, instantOf } from '#core/calendar/occurrences';
import type { EventFacts } from '#core/plan/kinds/before-event/plan';
import type { RecurringFacts } from '#core/plan/kinds/series/plan';
import { shorten } from '#core/plan/kinds/onClocks';
import { eventOf, kindOf } from '#core/plan/kinds/registry';
import type { MomentContext } from '#core/plan/kinds/planKind';
import type { Plan } from '#core/plan/plan';
import { exceptionsOf, findEvent, type EventRow } from '#store/events';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { Invalid } from '../errors';
import { meAsPerson } from '../people/readers';
import { timeAt, type EventTime } from './knownEvent';

export const factsOf = ({ row, moment, clock }: EventTime): EventFacts => ({
  summary: row.summary,
  start: shorten(toLocal(moment.startsAt, clock)),
  end: shorten(toLocal(moment.endsAt, clock)),
  zone: clock,
});

/** What becomes of a plan by what its event is now; undefined where that is no more, or not then. */
export function boundTo(desk: Desk, db: Reading, plan: Plan): { plan: Plan; time: EventTime } | undefined {
  const which = eventOf(plan)!;
  const event = findEvent(db, which.id);
  if (!event || event.deletedAt !== null) return undefined;
  const time = timeAt(db, event, which.occurrence, desk.settings(db).zone, desk.now(db));
  if (!time) return undefined;
  const known = kindOf(plan).event!.known(plan, time.moment.occurrence || null, factsOf(time));
  return { plan: known, time };
}

/** All of an event that recurs, as a series knows it. @throws Invalid where it is once */
function wholeFacts(desk: Desk, db: Reading, event: EventRow): RecurringFacts {
  if (!isRecurring(event))
    throw new Invalid(
      `“${event.summary}” happens once: leave before it, not before each time of it.`,
      'plan',
    );
  const { zone: mine } = desk.settings(db);
  const zone = clockOf(event, mine);
  const apart = exceptionsOf(db, [event.id]);
  const moved = apart.filter(({ status }) => status !== 'cancelled');
  return {
    start: timed(event.start),
    zone,
    ...(event.rrule !== null && { rrule: event.rrule }),
    rdate: event.rdate.map(timed),
    summary: event.summary,
    lengthMs: instantOf(event.end, zone) - instantOf(event.start, zone),
    exdate: [
      ...event.exdate.map(timed),
      ...apart.flatMap(({ status, occurrence }) => (status === 'cancelled' ? [occurrence] : [])),
    ],
    moved: Object.fromEntries(
      moved.map((row) => {
        const own = clockOf(row, mine);
        return [row.occurrence, shorten(toLocal(instantOf(row.start, own), zone))];
      }),
    ),
  };
}

/**
 * As it can be committed to: any plan that belongs to no event as it is.
 * @throws Invalid where there is no such event, or it is cancelled
 */
export function withEvent(desk: Desk, db: Reading, plan: Plan): Plan {
  const which = eventOf(plan);
  if (!which) return plan;
  const event = findEvent(db, which.id);
  const alive = event?.deletedAt === null ? event : undefined;
  const kind = kindOf(plan).event!;
  const isWhole = kind.knownWhole !== undefined;
  const bound = isWhole || !alive ? undefined : boundTo(desk, db, plan);
  if (!alive || !(isWhole || bound))
    throw new Invalid('There is no such event, or it is over: choose another one.', 'plan.event');
  if (alive.status === 'cancelled' || bound?.time.cancelled)
    throw new Invalid(`“${alive.summary}” is cancelled: choose another event.`, 'plan.event');
  return kind.knownWhole?.(plan, wholeFacts(desk, db, alive)) ?? bound!.plan;
}

/** The same to be shown: where the event is no more, the plan is as it was. */
export function withEventOrAs(desk: Desk, db: Reading, plan: Plan): Plan {
  try {
    return withEvent(desk, db, plan);
  } catch (error) {
    if (error instanceof Invalid) return plan;
    throw error;
  }
}

/** My clock and days, for a plan that goes by them and does not name them. */
export function mineFor(desk: Desk, db: Reading, plan: Plan): Pick<MomentContext, 'senderZone' | 'mine'> {
  if (!eventOf(plan)) return {};
  const { zone, working } = meAsPerson(desk, db);
  return { senderZone: zone, mine: working };
}

export const cancelledWords = (summary: string): string => `“${summary}” is cancelled.`;

/** Why it must not leave at an instant by its event, in words; undefined where it may. @param at epoch ms */
export function whyNotBy(desk: Desk, db: Reading, plan: Plan, at: number): string | undefined {
  const { event } = kindOf(plan);
  if (!event || !eventOf(plan)) return undefined;
  const bound = boundTo(desk, db, plan);
  if (!bound || bound.time.cancelled) return cancelledWords(event.summary(plan));
  const end = event.notAfter(bound.plan);
  if (end === null || at <= end) return undefined;
  return `“${event.summary(bound.plan)}” has begun, and it was to leave before that. Let it go now, or take it back.`;
}
