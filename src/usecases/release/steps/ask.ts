/** After the second step: what the message asks stands in it, with answers that are this copy’s own. */
import { answerPath } from '#core/question/token';
import { mailtoOf } from '#core/question/mailto';
import { isShared } from '#core/offer/offer';
import { deadlineAt } from '#core/watch/deadline';
import { dayOf, longDayWords, timeWords } from '#core/time/words';
import { toLocal } from '#core/time/wallClock';
import type { OutgoingMessage } from '#mail/compose';
import { withQuestion } from '#mail/questionBlock';
import { deliveriesOf } from '#store/deliveries';
import type { Departure } from '#store/departures';
import { isOffer } from '#store/offers';
import type { QuestionRow } from '#store/questions';
import type { Desk } from '../../desk';
import { meAsPerson, placedReaders, readersAt } from '../../people/readers';
import { answersFor, slotsOf } from '../../offers/offerSlots';
import { closesAt, decisionWatch, questionIn } from '../../questions/asking';
import { prove } from '../../questions/proofs';

/** Until when, on the clock of who reads it; of several readers on mine. */
function untilWords(
  desk: Desk,
  { messageId }: QuestionRow,
  addresses: readonly string[],
  released: number,
): string {
  const { db } = desk.store;
  const watch = decisionWatch(db, messageId);
  if (watch?.state !== 'waiting' && watch?.state !== 'ran-out') return '';
  const me = meAsPerson(desk);
  const readers = placedReaders(
    readersAt(
      desk,
      db,
      addresses.map((address) => ({ address, name: '' })),
    ),
  );
  const [first] = readers;
  const at = watch.at ?? deadlineAt(watch.deadline, { start: released, me, reader: first });
  if (at === undefined || at <= released) return '';
  const clock = (addresses.length === 1 && first) || me;
  const local = toLocal(at, clock.zone);
  const year =
    dayOf(local).slice(0, 4) === toLocal(released, clock.zone).slice(0, 4) ? '' : ` ${local.slice(0, 4)}`;
  return `${longDayWords(local)}${year}, ${timeWords(local)} in ${clock.place}`;
}

/** What can be answered, each with its number: of times those that are still open. */
function answersToPress(
  desk: Desk,
  question: QuestionRow,
  readers: readonly string[],
  released: number,
): { number: number; words: string }[] {
  const { db } = desk.store;
  const numbered = (words: string, index: number) => ({ number: index + 1, words });
  if (!isOffer(question)) return question.answers.map(numbered);
  const end = closesAt(question, decisionWatch(db, question.messageId));
  const slots = slotsOf(desk, db, question);
  const isOpen = ({ number }: { number: number }) => (slots[number - 1]?.state ?? 'open') === 'open';
  const all = answersFor(desk, db, question, readers).map(numbered).filter(isOpen);
  return all.length > 1 && (end === null || end > released) ? all : [];
}

/**
 * @param headerId the Message-ID it leaves under; @param released epoch ms
 * @returns the content with its question, and that as it was read; undefined where it asks nothing, or nothing any more; in words why it must not leave like this
 */
export function withItsQuestion(
  desk: Desk,
  departure: Departure,
  content: OutgoingMessage,
  headerId: string,
  released: number,
): { content: OutgoingMessage; question: QuestionRow | undefined } | string {
  const { db } = desk.store;
  const question = questionIn(db, departure.messageId);
  if (!question || question.closedAt !== null) return { content, question };
  const { words, mayComment } = question;
  const readers = deliveriesOf(db, [departure.id]).map(({ address }) => address);
  const all = answersToPress(desk, question, readers, released);
  // Of an offer nothing may be left: where it is offered again, the text says so.
  if (all.length === 0)
    return question.messageId === departure.messageId
      ? 'None of the times it offers is free any more.'
      : { content, question };
  const departureId = departure.id;
  const to = content.replyTo.length > 0 ? content.replyTo : [content.from];
  const answers = all.map((each) => ({
    ...each,
    link: mailtoOf({
      to: to.map(({ address }) => address),
      subject: content.subject,
      headerId,
      answer: each.words,
      mayComment,
      token: prove(db, { departureId, answer: each.number }),
    }),
  }));
  // Whoever opens the page answers for the reader of this copy: it has to be one reader’s.
  const page =
    readers.length === 1 && desk.visitOrigin
      ? desk.visitOrigin + answerPath(prove(db, { departureId, answer: 0 }))
      : undefined;
  const until = untilWords(desk, question, readers, released);
  const several = isOffer(question) && isShared(question.offer);
  const asked = withQuestion(content, { words, answers, mayComment, page, until, several });
  return { content: { ...content, ...asked }, question };
}
