/** A slot becomes an event that both have, is changed for another, or is given back. */
import { formatMailbox, type Mailbox } from '#core/message/address';
import { endOfSlot } from '#core/offer/offer';
import { toLocal } from '#core/time/wallClock';
import { departuresOf } from '#store/departures';
import { findEvent } from '#store/events';
import { toldOf } from '#store/invitations';
import { findMessage } from '#store/messages';
import { insertTake, moveTake, removeTake, type OfferRow, type OfferTake } from '#store/offers';
import type { Tx } from '#store/store';
import type { Desk } from '../desk';
import { Invalid, Refused } from '../errors';
import { changeEvent, createEvent, deleteEvent } from '../events/writeEvent';
import { tellToLook } from '../incoming/tellToLook';
import { invite } from '../invitations/invite';
import { deleteMessage } from '../messages/deleteMessage';
import { leaveAtOnce } from '../messages/leaveAtOnce';

/** What follows from an answer is undone with the answer, not by itself. */
const byItself = ({ undoKey: _, ...desk }: Desk): Desk => desk;

/** What has not left yet of what was told of it says something that is not so any more. @returns whether anything has left */
function dropUntold(desk: Desk, tx: Tx, eventId: string): boolean {
  let known = false;
  for (const { messageId } of toldOf(tx, eventId)) {
    const message = findMessage(tx, messageId);
    if (!message || message.deletedAt !== null) continue;
    const left = departuresOf(tx, messageId).some(
      ({ state, leftAt }) => leftAt !== null || state === 'releasing' || state === 'unconfirmed',
    );
    if (left) known = true;
    else deleteMessage(desk, messageId);
  }
  return known;
}

/** An invitation, or what has changed of one, leaves at once. */
function tell(desk: Desk, tx: Tx, question: OfferRow, eventId: string): void {
  try {
    const { id } = invite(desk, eventId, question.messageId);
    leaveAtOnce(desk, id);
  } catch (error) {
    if (!(error instanceof Invalid || error instanceof Refused)) throw error;
    const message = findMessage(tx, question.messageId)!;
    tellToLook(tx, message, desk.now(tx), `They could not be told: ${error.message}`);
  }
}

const timesOf = ({ offer }: OfferRow, slot: number, zone: string) => {
  const at = offer.slots[slot]!;
  const local = (instant: number) => toLocal(instant, zone).slice(0, 19);
  return { start: local(at), end: local(endOfSlot(offer, at)), zone };
};

/** @param reader empty where all meet in it; @param people who are at it */
export function takeSlot(
  desk: Desk,
  tx: Tx,
  question: OfferRow,
  slot: number,
  reader: string,
  people: readonly Mailbox[],
): void {
  const { offer, id } = question;
  const own = byItself(desk);
  const { zone } = desk.settings(tx);
  const event = createEvent(own, {
    summary: offer.summary,
    location: offer.place,
    ...timesOf(question, slot, zone),
    attendees: people.map(formatMailbox),
  });
  insertTake(tx, { questionId: id, slot, reader, eventId: event.id, takenAt: desk.now(tx) });
  tell(own, tx, question, event.id);
}

/** Who has one takes another instead: also where I had called it off, or taken it out of my calendar. */
export function changeSlot(
  desk: Desk,
  tx: Tx,
  question: OfferRow,
  take: OfferTake,
  slot: number,
  people: readonly Mailbox[],
): void {
  const own = byItself(desk);
  const { zone } = desk.settings(tx);
  dropUntold(own, tx, take.eventId);
  const event = findEvent(tx, take.eventId);
  if (!event || event.deletedAt !== null) {
    removeTake(tx, take);
    takeSlot(desk, tx, question, slot, take.reader, people);
    return;
  }
  moveTake(tx, take, slot, desk.now(tx));
  changeEvent(own, event.id, { ...timesOf(question, slot, zone), status: 'confirmed' });
  tell(own, tx, question, event.id);
}

/** Nobody has it any more: who had been asked to it is told so. */
export function giveBackSlot(desk: Desk, tx: Tx, question: OfferRow, take: OfferTake): void {
  const own = byItself(desk);
  removeTake(tx, take);
  const known = dropUntold(own, tx, take.eventId);
  const event = findEvent(tx, take.eventId);
  if (!event || event.deletedAt !== null) return;
  if (!known) return deleteEvent(own, event.id);
  changeEvent(own, event.id, { status: 'cancelled' });
  tell(own, tx, question, event.id);
}
