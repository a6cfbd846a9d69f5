/** A message offers times: set, changed, and settled by hand. */
import {
  endOfSlot,
  isShared,
  keptOffer,
  NONE,
  offerQuestion,
  whyNoOffer,
  type Offer,
} from '#core/offer/offer';
import { toLocal } from '#core/time/wallClock';
import { spanOn } from '#core/time/words';
import type { Deadline } from '#core/watch/watch';
import { noteChange } from '#store/journal';
import { hasLeft } from '#store/left';
import { findMessage } from '#store/messages';
import { isOffer, takesOf, type OfferRow } from '#store/offers';
import { findQuestion, swapQuestion, type QuestionRow } from '#store/questions';
import type { Reading } from '#store/store';
import type { Desk } from '../desk';
import { Invalid, NotFound, Refused, Stale } from '../errors';
import { undoable } from '../incoming/undoable';
import { openMessage } from '../messages/outgoingMessage';
import { meAsPerson } from '../people/readers';
import { putQuestion, seenQuestion } from '../questions/ask';
import { slotsOf } from './offerSlots';
import { settleOffer } from './settleOffer';

export interface OfferInput extends Omit<Offer, 'settled'> {
  /** Until when it holds; what is relative counts from when the message has left. Not given: as it is. */
  deadline?: Deadline;
}

/**
 * Has a message offer times; what it offered before is replaced.
 * @throws NotFound, Invalid; Refused where it has left, or leaves again and again
 */
export function offerTimes(desk: Desk, messageId: string, { deadline, ...input }: OfferInput): QuestionRow {
  const offer = keptOffer(input);
  const me = meAsPerson(desk);
  const { hourCycle } = desk.settings();
  const now = desk.now();
  const today = toLocal(now, me.zone);
  const words = (at: number) => spanOn(at, endOfSlot(offer, at), me.zone, today, hourCycle);
  const why = whyNoOffer(offer, now, words);
  if (why) throw new Invalid(why.words, why.field);
  const answers = [...offer.slots.map(words), NONE];
  const question = {
    words: offerQuestion(offer),
    answers,
    decidedWhen: offer.agreement === 'majority' ? ('majority' as const) : ('everyone' as const),
    mayComment: false,
    offer,
  };
  return desk.store.write((tx) => {
    const { seriesId, fileWatchId } = openMessage(tx, messageId);
    if (seriesId !== null || fileWatchId !== null)
      throw new Refused('Times are offered once, and this leaves again and again.');
    return putQuestion(desk, tx, messageId, question, deadline);
  });
}

/** @throws NotFound */
function knownOffer(tx: Reading, id: string): OfferRow {
  const question = findQuestion(tx, id);
  if (!question || !isOffer(question)) throw new NotFound('There is no such offer.');
  return question;
}

/** @throws NotFound */
export const readOffer = (desk: Desk, id: string): OfferRow => knownOffer(desk.store.db, id);

/** Changes what is given. @throws NotFound, Invalid, Stale; Refused where it has left */
export const changeOffer = (
  desk: Desk,
  id: string,
  input: Partial<OfferInput>,
  revision?: number,
): QuestionRow =>
  desk.store.write((tx) => {
    seenQuestion(tx, id, revision);
    const { messageId, offer } = knownOffer(tx, id);
    return offerTimes(desk, messageId, { ...offer, ...input });
  });

/**
 * Settles on one of the times for all, whatever they have chosen.
 * @throws NotFound, Invalid; Refused where each takes their own, it has not left, it is settled, or the time is not free
 */
export function settleOn(desk: Desk, id: string, slot: number): QuestionRow {
  return desk.store.write((tx) => {
    const seen = knownOffer(tx, id);
    const { offer, messageId } = seen;
    if (offer.slots[slot] === undefined) throw new Invalid('There is no such time.', 'slot');
    if (!isShared(offer))
      throw new Refused('Each takes a time of their own: note what they have said instead.');
    if (!hasLeft(findMessage(tx, messageId)!))
      throw new Refused('It has not left: put the event into the calendar, and ask them to it.');
    if (takesOf(tx, [id]).length > 0) throw new Refused('It is settled already.');
    const { state, filledBy } = slotsOf(desk, tx, seen)[slot]!;
    if (state !== 'open')
      throw new Refused(filledBy ? `Your calendar has “${filledBy}” by then.` : 'That time is past.');
    return undoable(desk, tx, { questionIds: [id] }, () => {
      const next = swapQuestion(tx, seen, { offer: { ...offer, settled: slot } });
      if (!next || !isOffer(next)) throw new Stale('question');
      settleOffer(desk, tx, next, desk.now(tx));
      noteChange(tx, 'message', messageId);
      return next;
    });
  });
}
