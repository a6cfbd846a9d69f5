/** A draft becomes what a series is made from. */
import { unplaced } from '#core/plan/moments';
import type { Choices, Plan } from '#core/plan/plan';
import type { SeriesPlan } from '#core/plan/kinds/series/plan';
import { departuresOf, type Departure } from '#store/departures';
import { insertSeries, openOccurrences, setTemplate } from '#store/series';
import type { Tx } from '#store/store';
import { applyEvent } from '../departures/applyEvent';
import { keptPlan } from '../departures/planDepartures';
import type { Desk } from '../desk';
import { Invalid } from '../errors';
import { receivers } from '../messages/envelope';
import { newId } from '../newId';
import { readersAt } from '../people/readers';
import { fitSeries } from './fitSeries';
import { plannedOccurrences } from './plannedOccurrences';

/** @throws Invalid where none of it is still to come, or a reader has no clock it could go by */
export function checkToCome(desk: Desk, tx: Tx, messageId: string, plan: SeriesPlan, choices: Choices): void {
  const [homeless] = unplaced(plan, readersAt(desk, tx, receivers(tx, messageId)));
  if (homeless) {
    const who = homeless.name ?? homeless.address;
    throw new Invalid(`The time zone of ${who} is not known. Confirm it, or choose one clock for all.`, 'to');
  }
  if (plannedOccurrences(desk, tx, { messageId, plan, choices }, desk.now(tx), 1).length === 0)
    throw new Invalid('All of it is past: none of its occurrences is still to come.', 'plan.start');
}

/**
 * @param plan one that repeats
 * @returns the departures of its next occurrences
 * @throws Invalid
 */
export function beginSeries(
  desk: Desk,
  tx: Tx,
  messageId: string,
  plan: Plan,
  choices: Choices,
): Departure[] {
  const now = desk.now(tx);
  const kept = keptPlan(desk, tx, plan) as SeriesPlan;
  checkToCome(desk, tx, messageId, kept, choices);
  for (const each of departuresOf(tx, messageId))
    if (each.state !== 'ended') applyEvent(tx, each, 'drop', now);
  const id = newId();
  insertSeries(tx, {
    id,
    messageId,
    plan: kept,
    choices,
    state: 'active',
    madeUntil: now,
    createdAt: now,
  });
  setTemplate(tx, messageId, id);
  fitSeries(desk, tx, id);
  return openOccurrences(tx, id);
}
