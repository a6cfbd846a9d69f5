/** One event with what leaves before, at or after it. */
import type { Told } from '#core/calendar/invitation';
import type { DepartureState, PauseCause } from '#core/departure/states';
import { eventOf, kindOf } from '#core/plan/kinds/registry';
import { departuresOfEvents } from '#store/departures';
import { findMessage } from '#store/messages';
import type { Desk } from '../desk';
import { receivers } from '../messages/envelope';
import { toldOfEvent } from '../invitations/invite';
import { myAddresses, readEvent, type EventView } from './eventView';
import { knownEvent } from './knownEvent';

export interface BoundView {
  id: string;
  messageId: string;
  subject: string;
  readers: string[];
  words: string;
  /** Epoch ms. */
  at: number;
  state: DepartureState;
  pausedFor: PauseCause | null;
  /** Why it is in that state. */
  reason: string | null;
}

export interface EventDetail extends EventView {
  departures: BoundView[];
  /** What those who are at it know of it; null where it is not mine, or nobody is. */
  told: Told | null;
}

/** @throws NotFound */
export function readEventDetail(desk: Desk, id: string, occurrence: string | null = null): EventDetail {
  const { db } = desk.store;
  const view = readEvent(desk, id, occurrence);
  const { zone: senderZone, hourCycle } = desk.settings();
  const departures = departuresOfEvents(db, [id]).flatMap((each): BoundView[] => {
    const which = eventOf(each.plan)!;
    if (each.state === 'ended' || which.occurrence !== view.occurrence) return [];
    const message = findMessage(db, each.messageId);
    if (!message || message.deletedAt !== null) return [];
    const theirs = receivers(db, each.messageId).filter(
      ({ address }) => each.reader === null || address === each.reader,
    );
    return [
      {
        id: each.id,
        messageId: each.messageId,
        subject: message.subject,
        readers: theirs.map(({ name, address }) => name || address),
        words: kindOf(each.plan).words.brief(each.plan, { senderZone, hourCycle, readers: [] }),
        at: each.leftAt ?? each.due,
        state: each.state,
        pausedFor: each.pausedFor,
        reason: each.reason,
      },
    ];
  });
  const told = toldOfEvent(db, knownEvent(db, id), myAddresses(desk)) ?? null;
  return { ...view, departures, told };
}
