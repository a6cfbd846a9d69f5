/** What the answers to an offer come to: whose slot is whose, by the answers as they stand. */
import { agreedSlots } from '#core/offer/choices';
import { isShared, noneOf } from '#core/offer/offer';
import { standingAnswers } from '#core/question/count';
import { noteChange, record } from '#store/journal';
import { findMessage } from '#store/messages';
import { takesOf, type OfferRow } from '#store/offers';
import { answersTo, changeAnswer, type AnswerRow } from '#store/questions';
import type { Tx } from '#store/store';
import { insertReminder } from '#store/todos';
import type { Desk } from '../desk';
import { askedBy, countNow } from '../questions/asking';
import { slotsOf } from './offerSlots';
import { changeSlot, giveBackSlot, takeSlot } from './takeSlot';

/** “Thu 26 Nov 15:00–15:30” as I am told it. */
const named = ({ answers }: OfferRow, slot: number) => `“${answers[slot]!}”`;

/**
 * Why somebody cannot have a slot any more, a sentence; undefined where they can, or have it. “None of these” everybody can say.
 * @param reader lower case
 */
export function whyTaken(
  desk: Desk,
  tx: Tx,
  question: OfferRow,
  reader: string,
  slot: number,
): string | undefined {
  const { offer, id } = question;
  const takes = takesOf(tx, [id]);
  if (isShared(offer)) {
    const [take] = takes;
    if (take && take.slot !== slot) return `It is settled already: ${named(question, take.slot)}.`;
    if (take) return undefined;
  }
  if (slot === noneOf(offer)) return undefined;
  const own = takes.find((take) => take.reader === reader);
  if (own?.slot === slot) return undefined;
  const { state, filledBy } = slotsOf(desk, tx, question, own?.eventId)[slot]!;
  if (state === 'taken') return `${named(question, slot)} has been taken meanwhile.`;
  if (state === 'past') return `${named(question, slot)} is past.`;
  if (state === 'filled') return `Your calendar has “${filledBy}” by then.`;
  return undefined;
}

function announce(tx: Tx, question: OfferRow, now: number, words: string): void {
  const { messageId } = question;
  record(tx, { at: now, messageId, what: 'offer', why: words });
  const { subject } = findMessage(tx, messageId)!;
  insertReminder(tx, {
    kind: 'question',
    words: `${words}: ${subject || '(no subject)'}`,
    at: now,
    messageId,
    todoId: null,
    sound: false,
  });
  noteChange(tx, 'return', messageId);
}

/** What somebody has said last could count no more when it came to it: what they had said before stands. */
function notCounted(tx: Tx, given: readonly AnswerRow[], reader: string, why: string): void {
  const last = given.findLast((each) => each.reader === reader && each.status === 'counts')!;
  changeAnswer(tx, last.id, { status: 'late', why });
}

/** Each by itself: who has chosen one has it, whoever has chosen none any more gives it back. */
function settleEach(desk: Desk, tx: Tx, question: OfferRow, now: number): void {
  const { offer, id, messageId } = question;
  const given = answersTo(tx, [id]);
  const standing = standingAnswers(given);
  const asked = askedBy(desk, tx, [messageId]).get(messageId) ?? [];
  const none = noneOf(offer);
  const personAt = (reader: string) => ({
    address: reader,
    name: asked.find(({ address }) => address === reader)?.name ?? '',
  });
  const called = (reader: string) => personAt(reader).name || reader;
  for (const take of takesOf(tx, [id])) {
    const chosen = standing.get(take.reader);
    if (chosen === take.slot) continue;
    const who = called(take.reader);
    if (chosen === undefined || chosen === none) {
      giveBackSlot(desk, tx, question, take);
      announce(tx, question, now, `${who} has given back ${named(question, take.slot)}`);
      continue;
    }
    const why = whyTaken(desk, tx, question, take.reader, chosen);
    if (why !== undefined) {
      notCounted(tx, given, take.reader, why);
      continue;
    }
    changeSlot(desk, tx, question, take, chosen, [personAt(take.reader)]);
    announce(tx, question, now, `${who} has taken ${named(question, chosen)} instead`);
  }
  const have = new Set(takesOf(tx, [id]).map(({ reader }) => reader));
  for (const [reader, slot] of standing) {
    if (have.has(reader) || slot === none) continue;
    const why = whyTaken(desk, tx, question, reader, slot);
    if (why !== undefined) {
      notCounted(tx, given, reader, why);
      continue;
    }
    takeSlot(desk, tx, question, slot, reader, [personAt(reader)]);
    announce(tx, question, now, `${called(reader)} has taken ${named(question, slot)}`);
  }
}

/** All together: the slot that enough have chosen, if it is still free; once it is settled it stays so. */
function settleTogether(desk: Desk, tx: Tx, question: OfferRow): void {
  const { offer, id, messageId } = question;
  const [take] = takesOf(tx, [id]);
  const { given, of } = countNow(desk, tx, question);
  const rule = offer.agreement === 'everyone' ? 'everyone' : 'majority';
  const agreed =
    offer.settled === undefined ? agreedSlots(given.slice(0, noneOf(offer)), of, rule) : [offer.settled];
  if (take) {
    // Settled on one it stays, unless nothing speaks for any more: then what was said of it has been taken back.
    if (agreed.length === 0) giveBackSlot(desk, tx, question, take);
    return;
  }
  const slots = slotsOf(desk, tx, question);
  const slot = agreed.find((each) => slots[each]!.state === 'open');
  if (slot === undefined) return;
  takeSlot(desk, tx, question, slot, '', askedBy(desk, tx, [messageId]).get(messageId) ?? []);
}

/** By the answers as they stand by now. @param now epoch ms */
export function settleOffer(desk: Desk, tx: Tx, question: OfferRow, now: number): void {
  if (isShared(question.offer)) settleTogether(desk, tx, question);
  else settleEach(desk, tx, question, now);
  noteChange(tx, 'question', question.id);
}
