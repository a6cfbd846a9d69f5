/**
 * What belongs to one time of an event, or to each of them, knows it by its id (RECURRENCE-ID, RFC 5545 §3.8.4.4): where the event has moved as
 * a whole, or goes on as another one, that is told here, before anything follows.
 */
import { isRecurring } from '#core/calendar/event';
import { inOrderOf, shiftedOccurrence, shiftedTime, shiftOf } from '#core/calendar/shiftedTime';
import { untilOn } from '#core/recurrence/occurrences';
import { readRule } from '#core/recurrence/rule';
import { eventOf, kindOf } from '#core/plan/kinds/registry';
import type { Plan } from '#core/plan/plan';
import { departuresOfEvents, setOccurrence, swapDeparture } from '#store/departures';
import type { EventRow } from '#store/events';
import { noteChange } from '#store/journal';
import { draftsOfEvent, setPlan } from '#store/messages';
import {
  occurrencesFrom,
  openOccurrences,
  seriesOfEvents,
  setDiffers,
  swapSeries,
  type SeriesRow,
} from '#store/series';
import type { Tx } from '#store/store';
import { Stale } from '../errors';

export interface Rebinding {
  event: string;
  /** The event it goes on as; itself where it is not said. */
  to?: string;
  /** Only times from this one on: those before stay with the event. */
  from?: string;
  /** How far all of its times have moved on its clock, ms. */
  ms?: number;
}

function rebound(plan: Plan, { to, from, ms = 0 }: Rebinding): Plan {
  const { id, occurrence } = eventOf(plan)!;
  if (from !== undefined && (occurrence === null || occurrence < from)) return plan;
  const next = occurrence === null || ms === 0 ? occurrence : shiftedOccurrence(occurrence, ms);
  return kindOf(plan).event!.rebound(plan, to ?? id, next);
}

/** The departures of a series are known by the times of its event as well. */
function rebindSeries(tx: Tx, seen: SeriesRow, { event, to = event, from, ms = 0 }: Rebinding): void {
  const { around, exdate, ...rest } = seen.plan;
  if (from !== undefined) {
    // What is made of the times before stays as it is, and follows its event by itself.
    const before = openOccurrences(tx, seen.id).filter(({ occurrence }) => occurrence! < from);
    setDiffers(
      tx,
      before.map(({ id }) => id),
      true,
    );
  }
  const out = exdate?.map((day) => shiftedTime(day, ms));
  const plan = { ...rest, ...(out && { exdate: out }), around: { ...around!, event: to } };
  if (!swapSeries(tx, seen, { plan })) throw new Stale('series');
  if (ms === 0) return;
  for (const { id, occurrence } of inOrderOf(occurrencesFrom(tx, seen.id, from ?? ''), ms))
    setOccurrence(tx, id, shiftedOccurrence(occurrence!, ms));
}

export function rebind(tx: Tx, rebinding: Rebinding): void {
  const { event } = rebinding;
  for (const seen of departuresOfEvents(tx, [event])) {
    const plan = rebound(seen.plan, rebinding);
    if (plan === seen.plan) continue;
    if (!swapDeparture(tx, seen, { plan })) throw new Stale('departure');
    noteChange(tx, 'departure', seen.id);
  }
  for (const { id, plan } of draftsOfEvent(tx, event)) {
    setPlan(tx, id, rebound(plan!, rebinding));
    noteChange(tx, 'message', id);
  }
  for (const seen of seriesOfEvents(tx, [event])) rebindSeries(tx, seen, rebinding);
}

/** An event that recurs has become another row: where it has moved as a whole, so have all of its times. */
export function rebindMoved(tx: Tx, was: EventRow, is: EventRow): void {
  if (was.masterId !== null || !isRecurring(was) || !isRecurring(is)) return;
  if (was.start.length !== is.start.length) return;
  const ms = shiftOf(was.start, is.start);
  if (ms !== 0) rebind(tx, { event: is.id, ms });
}

/** What went on as an event of its own is that of the one it came from again. @param ended that one, as it ended before it */
export function rebindJoined(tx: Tx, made: EventRow, ended: EventRow): void {
  const until = ended.rrule === null ? undefined : untilOn(readRule(ended.rrule), ended.zone ?? 'UTC');
  // It ended a second before the first time of what followed, wherever that is now.
  const first = until === undefined ? made.start : shiftedTime(until, 1000);
  const from = made.start.length === 10 ? first.slice(0, 10) : first;
  rebind(tx, { event: made.id, to: ended.id, ms: shiftOf(made.start, from) });
}
