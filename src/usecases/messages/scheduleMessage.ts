/** Sending and scheduling: a draft gets its departure. */
import type { Plan } from '../../core/plan/plan';
import { resolvePlan } from '../../core/plan/preview';
import { LocalTimeError } from '../../core/time/wallClock';
import { canonicalZone, UnknownZoneError } from '../../core/time/zones';
import { departuresOf, insertDeparture, setDeliveries, type Departure } from '../../store/departures';
import { noteChange } from '../../store/journal';
import { swapMessage } from '../../store/messages';
import { applyEvent } from '../departures/applyEvent';
import { newId, type Desk } from '../desk';
import { Invalid, Stale } from '../errors';
import { receivers } from './envelope';
import { outgoingMessage } from './outgoingMessage';

/**
 * The plan with its zone under its canonical name, and its moment.
 * @throws Invalid where a part of it cannot be used or the moment is past
 */
export function committablePlan(plan: Plan, now: number, holdSeconds: number): { plan: Plan; at: number } {
  try {
    const { at } = resolvePlan(plan, { now, holdSeconds });
    if (at < now) throw new Invalid('This moment is past. Choose a later one.', 'plan.local');
    return { plan: plan.kind === 'at' ? { ...plan, zone: canonicalZone(plan.zone) } : plan, at };
  } catch (error) {
    if (error instanceof LocalTimeError) throw new Invalid(error.message, 'plan.local');
    if (error instanceof UnknownZoneError) throw new Invalid(error.message, 'plan.zone');
    throw error;
  }
}

/**
 * Plans the departure of a draft: held when it leaves now, scheduled when at a time.
 * @param revision of the message as it was read; undefined takes any
 * @throws NotFound, Stale, Invalid; Refused where it is already on its way
 */
export function scheduleMessage(desk: Desk, messageId: string, plan: Plan, revision?: number): Departure[] {
  return desk.store.write((tx) => {
    const now = desk.now(tx);
    const settings = desk.settings(tx);
    const message = outgoingMessage(tx, messageId);
    if (revision !== undefined && revision !== message.revision) throw new Stale('message');
    const to = receivers(tx, messageId).map((each) => each.address);
    if (to.length === 0) throw new Invalid('Add at least one recipient.', 'to');
    if (!settings.me.address)
      throw new Invalid('Tell Oak Lantern your own address first, in Settings.', 'from');
    if (!message.subject && !message.text.trim() && !message.html) {
      throw new Invalid('The message is empty: write a subject or some text.', 'text');
    }
    const { plan: kept, at } = committablePlan(plan, now, settings.holdSeconds);
    const moment = { plan: kept, meant: at, due: at };
    const event = plan.kind === 'now' ? 'send' : 'plan';
    const earlier = departuresOf(tx, messageId).filter((departure) => departure.state !== 'ended');
    if (earlier.length === 0) {
      earlier.push(
        insertDeparture(tx, { id: newId(), messageId, ...moment, state: 'draft', createdAt: now }),
      );
    }
    const departures = earlier.map((departure) =>
      applyEvent(tx, departure, event, now, { ...moment, reason: null }),
    );
    for (const departure of departures) setDeliveries(tx, departure.id, to);
    // The sender is who I am when I send, not who I was when I began to write.
    const { name, address } = settings.me;
    if (!swapMessage(tx, message, { fromName: name, fromAddress: address, at: now }))
      throw new Stale('message');
    noteChange(tx, 'message', messageId);
    return departures;
  });
}
